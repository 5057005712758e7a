<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

/**
 * Work that waits for a worker. A job is held by one worker for a time; if that worker dies, another takes it over when
 * the time is up. Jobs are idempotent, so that one that is done twice does no harm.
 */
interface WorkQueue
{
    /** Seconds for which a job is held; whoever works longer on it holds it anew, before each request to a shop. */
    public const HELD = 45;

    /**
     * @param list<int> $numbers
     */
    public function put(string $run, array $numbers): void;

    /** The next job, or null where none waits. */
    public function take(string $worker): ?Job;

    /** The worker is still at it. */
    public function hold(Job $job, string $worker): void;

    public function done(Job $job): void;

    /** The worker leaves it for another, as if it had never taken it. */
    public function release(Job $job): void;

    /** Takes out what still waits of a run. */
    public function drop(string $run): void;
}
