<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

/**
 * A time by which something has to be done, for work that asks whether it is over.
 */
final class Deadline
{
    /**
     * @return \Closure(): bool whether the time is over
     */
    public static function in(int $seconds): \Closure
    {
        $end = hrtime(true) + $seconds * 1_000_000_000;

        return static fn(): bool => hrtime(true) > $end;
    }
}
