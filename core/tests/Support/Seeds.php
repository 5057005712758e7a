<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

/**
 * Where the random setups of a test begin: each day has seeds of its own; ITHREL_SEED chooses those of a failure.
 */
final class Seeds
{
    public static function first(): int
    {
        $set = getenv('ITHREL_SEED');

        return false !== $set && '' !== $set ? (int) $set : 1_000 * intdiv(time(), 86_400);
    }
}
