<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Doctrine\DBAL\Connection;

/**
 * Chooses the queue by one setting: ITHREL_QUEUE empty for the database's own table, or the address of a Redis server,
 * as in tcp://127.0.0.1:6379.
 */
final readonly class QueueFactory
{
    public static function of(Connection $connection, string $setting): WorkQueue
    {
        return '' === $setting ? new TableQueue($connection) : new StreamQueue($setting);
    }
}
