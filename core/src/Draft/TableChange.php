<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * One thing that a table says otherwise than a document.
 */
final readonly class TableChange
{
    /**
     * @param string $at JSON Pointer; one past the end of a list where a member is added
     * @param mixed $value what stands there then; null where it is taken out
     * @param string $from place in the table
     * @param string $words what changes, by the names of option, value or row
     */
    public function __construct(public string $at, public mixed $value, public string $from, public string $words) {}
}
