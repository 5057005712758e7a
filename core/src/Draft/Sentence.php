<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A condition or a charge in words.
 */
final readonly class Sentence
{
    /**
     * @param string $said as one says it
     * @param string|null $written as it is written, so that it is read back the same; null where that is JSON alone
     */
    public function __construct(public string $said, public ?string $written) {}
}
