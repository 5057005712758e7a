<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * A pattern that HTML does not admit; the message says at which character (from 1), and why.
 */
final class PatternError extends \DomainException
{
    public static function at(int $offset, string $why): self
    {
        return new self(sprintf('at place %d, %s', $offset + 1, $why));
    }
}
