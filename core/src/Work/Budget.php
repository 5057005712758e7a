<?php

declare(strict_types=1);

namespace Ithrel\Core\Work;

/**
 * What a piece of work may take: time and memory. The work itself asks, at its own loops, whether it may go on
 * (Budget::ask()); nothing ends it from outside, so that it ends between two steps and never within one. Where no
 * budget is set, asking costs a subtraction and ends nothing.
 *
 * Budgets lie within one another, and all of them are asked. Which of them was spent, the outermost if several were, is
 * said by the exception, so that each is caught by who set it.
 */
final class Budget
{
    /** Bytes that a process may hold while it works: well below what it is given. */
    public const BYTES = 500_000_000;

    /** Steps between two looks at the clock. */
    private const STEPS = 64;

    /** Nanoseconds between two calls of who watches. */
    private const WATCHED = 500_000_000;

    private static ?self $innermost = null;

    /** Steps that are left until the next look. */
    private static int $left = PHP_INT_MAX;

    private ?self $around = null;
    private int $end;
    private int $steps = 0;
    private int $watchedAt;

    /**
     * @param \Closure(): int $clock nanoseconds of a clock that is never set back; the core has none of its own
     * @param int $lasts milliseconds, from now on
     * @param int $bytes that the process may hold
     * @param \Closure(int): void|null $watch is told every half second how many steps were done; may throw, which ends
     *                                        the work
     */
    public function __construct(
        private readonly \Closure $clock,
        private readonly int $lasts,
        private readonly int $bytes = self::BYTES,
        private readonly ?\Closure $watch = null,
    ) {
        $now = $clock();
        $this->end = $now + $lasts * 1_000_000;
        $this->watchedAt = $now;
    }

    /**
     * Does some work within this budget.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T
     *
     * @throws OutOfBudget
     */
    public function run(\Closure $work): mixed
    {
        [$around, $left] = [self::$innermost, self::$left];
        $this->around = $around;
        [self::$innermost, self::$left] = [$this, 1];
        try {
            return $work();
        } finally {
            [self::$innermost, self::$left] = [$around, null === $around ? PHP_INT_MAX : min($left, 1)];
        }
    }

    /**
     * Asks whether the work may go on. Whoever loops over what a document makes large calls it in each round.
     *
     * @param int $steps how much the round costs, in steps of about a microsecond
     *
     * @throws OutOfBudget
     */
    public static function ask(int $steps = 1): void
    {
        self::$left -= $steps;
        if (self::$left <= 0) {
            self::look();
        }
    }

    /**
     * Does a part of the work in at most half of the time that is left, so that what comes after it has some too.
     *
     * @param \Closure(): void $part may be broken off wherever it asks
     *
     * @return bool whether it was done; always, where no budget is set
     *
     * @throws OutOfBudget where a budget around it was spent
     */
    public static function half(\Closure $part): bool
    {
        $outer = self::$innermost;
        if (null === $outer) {
            $part();

            return true;
        }
        $left = $outer->milliseconds();
        if ($left <= 0) {
            return false;
        }
        $inner = new self($outer->clock, max(1, intdiv($left, 2)), $outer->bytes);
        try {
            $inner->run($part);

            return true;
        } catch (OutOfBudget $e) {
            return $e->budget === $inner && $e->isOfTime ? false : throw $e;
        }
    }

    /**
     * Whether so little is left of the innermost budget that who can do with what is known stops here: a quarter.
     */
    public static function isNearlySpent(): bool
    {
        $budget = self::$innermost;

        return null !== $budget && 4 * $budget->milliseconds() < $budget->lasts;
    }

    /** Milliseconds that are left of it; those around it may end before. */
    private function milliseconds(): int
    {
        return intdiv($this->end - ($this->clock)(), 1_000_000);
    }

    /**
     * @throws OutOfBudget
     */
    private static function look(): void
    {
        $innermost = self::$innermost;
        if (null === $innermost) {
            self::$left = PHP_INT_MAX;

            return;
        }
        $done = self::STEPS - min(0, self::$left);
        self::$left = self::STEPS;
        $bytes = memory_get_usage();
        // The outermost that is spent is the one that is told.
        $spent = null;
        for ($budget = $innermost; null !== $budget; $budget = $budget->around) {
            $budget->steps += $done;
            $now = ($budget->clock)();
            if ($now >= $budget->end || $bytes > $budget->bytes) {
                $spent = [$budget, $now >= $budget->end];
            }
            if (null !== $budget->watch && $now - $budget->watchedAt >= self::WATCHED) {
                $budget->watchedAt = $now;
                ($budget->watch)($budget->steps);
            }
        }
        if (null !== $spent) {
            throw new OutOfBudget($spent[0], $spent[1], $spent[0]->lasts, $spent[0]->bytes);
        }
    }
}
