<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

/**
 * A piece of work: one check of a run; number 0, the plan of the run; -1, the map of a page; -2, a look whether the
 * shop is still as it was tried; -3, a walk through a page by a map that was mended.
 */
final readonly class Job
{
    public const PLAN = 0;
    public const MAP = -1;
    public const LOOK = -2;
    public const TOUR = -3;

    /** Tries after which a job is given up: whoever took it was gone before it was done, each time. */
    public const MOST_TRIES = 3;

    /**
     * @param string $ticket by which the queue knows it
     * @param int    $tries  how often it was given to a worker, this time counted
     */
    public function __construct(public string $run, public int $number, public string $ticket, public int $tries)
    {
    }
}
