<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Something read out of a source, and where it stood.
 */
final readonly class Fact
{
    /**
     * @param string|int|bool|array<array-key, mixed> $value as it stands in a setup document
     * @param string $from place in the source, in words
     * @param bool $isSure false where it is a guess
     */
    public function __construct(public string|int|bool|array $value, public string $from, public bool $isSure = true) {}

    /** The value where it is text; empty where it is none. */
    public function text(): string
    {
        return is_string($this->value) ? $this->value : '';
    }
}
