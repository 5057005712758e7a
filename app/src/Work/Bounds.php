<?php

declare(strict_types=1);

namespace Ithrel\App\Work;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\TooLarge;

/**
 * Ends work that takes too long, or too much memory, from outside of it: looked at once a second by an alarm of the
 * process, so that nothing that is worked out has to look at a clock. Bounds within bounds end at the nearer one.
 */
final class Bounds
{
    /**
     * Bytes that one piece of work may take: well below the limit of the process, as a second passes between two looks.
     */
    public const MEMORY = 500_000_000;

    /**
     * @var list<array{
     *     int,
     *     int,
     * }>  when each of the bounds that hold ends, in Unix seconds, and its seconds; the innermost last
     */
    private static array $ends = [];

    /**
     * @template T
     *
     * @param int $seconds that it may take; whole ones, as alarms are
     * @param \Closure(): T $work
     *
     * @return T
     *
     * @throws OutOfBounds
     * @throws TooLarge where the work does
     * @throws UnreadableDocument where the work does
     */
    public static function within(int $seconds, \Closure $work): mixed
    {
        // A server that cannot set an alarm has limits of its own.
        if (!function_exists('pcntl_alarm')) {
            return $work();
        }
        self::$ends[] = [time() + $seconds, $seconds];
        if (1 === count(self::$ends)) {
            pcntl_async_signals(true);
            pcntl_signal(SIGALRM, self::look(...));
            pcntl_alarm(1);
        }
        try {
            return $work();
        } finally {
            array_pop(self::$ends);
            if ([] === self::$ends) {
                // Not back to the default, by which an alarm that is on its way would end the process.
                pcntl_alarm(0);
                pcntl_signal(SIGALRM, SIG_IGN);
            }
        }
    }

    private static function look(): void
    {
        pcntl_alarm(1);
        foreach (self::$ends as [$end, $seconds]) {
            if (time() >= $end) {
                throw new OutOfBounds(sprintf('it takes longer than %d seconds', $seconds), true);
            }
        }
        if ([] !== self::$ends && memory_get_usage() > self::MEMORY) {
            throw new OutOfBounds(
                sprintf('it takes more than %d MB of memory', intdiv(self::MEMORY, 1_000_000)),
                false,
            );
        }
    }
}
