<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\RedisServer;

/**
 * Chooses where workers learn of runs: where the queue is.
 */
final readonly class RunsInReach
{
    public static function of(RedisServer $server, StoredRuns $stored): OpenRuns
    {
        return $server->isThere() ? new SharedRuns($server) : $stored;
    }
}
