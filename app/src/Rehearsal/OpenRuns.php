<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Rehearsal\Job\TryCheck;

/**
 * The runs whose checks are being tried, as a worker knows them: in the database, or where work goes to other machines,
 * beside the queue.
 */
interface OpenRuns
{
    /** Null where it is over, or was taken up again since. */
    public function find(string $run, int $round): ?OpenRun;

    /** Whether a check is still to be tried. */
    public function isWaiting(TryCheck $job): bool;

    /** Its checks are handed out from now on. */
    public function open(OpenRun $run): void;

    /** What is still handed out of it is passed over. */
    public function close(string $run, int $round): void;
}
