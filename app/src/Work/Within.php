<?php

declare(strict_types=1);

namespace Ithrel\App\Work;

use Ithrel\App\Later\NeedsWorker;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\Budget;
use Ithrel\Core\Work\OutOfBudget;

/**
 * Does work within so many seconds by this machine's clock, and within the memory that a process may hold.
 */
final class Within
{
    /**
     * @template T
     *
     * @param \Closure(): T $work
     * @param \Closure(int): void|null $watch see Budget
     *
     * @return T
     *
     * @throws OutOfBudget
     * @throws NeedsWorker where the work does
     * @throws TooLarge where the work does
     * @throws UnreadableDocument where the work does
     */
    public static function seconds(int $seconds, \Closure $work, ?\Closure $watch = null): mixed
    {
        return self::milliseconds(1000 * $seconds, $work, $watch);
    }

    /**
     * @template T
     *
     * @param \Closure(): T $work
     * @param \Closure(int): void|null $watch see Budget
     *
     * @return T
     *
     * @throws OutOfBudget
     * @throws NeedsWorker where the work does
     * @throws TooLarge where the work does
     * @throws UnreadableDocument where the work does
     */
    public static function milliseconds(int $milliseconds, \Closure $work, ?\Closure $watch = null): mixed
    {
        $clock = static fn(): int => (int) hrtime(true);

        return (new Budget($clock, $milliseconds, Budget::BYTES, $watch))->run($work);
    }

    /**
     * The same for what one can do without: null where these very seconds were spent. What is around them is for
     * whoever set it.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T|null
     *
     * @throws OutOfBudget
     * @throws NeedsWorker where the work does
     * @throws TooLarge where the work does
     * @throws UnreadableDocument where the work does
     */
    public static function orNothing(int $milliseconds, \Closure $work): mixed
    {
        $budget = new Budget(static fn(): int => (int) hrtime(true), $milliseconds);
        try {
            return $budget->run($work);
        } catch (OutOfBudget $e) {
            return $e->budget === $budget ? null : throw $e;
        }
    }
}
