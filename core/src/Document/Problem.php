<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * One reason why a document cannot be read: a place and what is wrong there.
 */
final readonly class Problem
{
    /**
     * @param string $at JSON Pointer (RFC 6901) into the document; "" is the whole document
     * @param string $message plain words, safe to show as text
     */
    public function __construct(public string $at, public string $message) {}
}
