<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

/**
 * A piece of work: one check of a run, or number 0, the plan of the run.
 */
final readonly class Job
{
    public const PLAN = 0;

    /**
     * @param string $ticket by which the queue knows it
     */
    public function __construct(public string $run, public int $number, public string $ticket)
    {
    }
}
