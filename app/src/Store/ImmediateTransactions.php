<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Driver;
use Doctrine\DBAL\Driver\Connection;
use Doctrine\DBAL\Driver\Middleware;
use Doctrine\DBAL\Driver\Middleware\AbstractConnectionMiddleware;
use Doctrine\DBAL\Driver\Middleware\AbstractDriverMiddleware;

/**
 * Sets SQLite up for several processes at once: a transaction takes the write lock when it begins
 * (a deferred one would lose what another process wrote between its read and its write). What was
 * told as kept is on the disk, though the machine fails the next moment.
 */
final class ImmediateTransactions implements Middleware
{
    public function wrap(Driver $driver): Driver
    {
        return new class ($driver) extends AbstractDriverMiddleware {
            public function connect(array $params): Connection
            {
                $connection = parent::connect($params);
                foreach (['busy_timeout=5000', 'journal_mode=WAL', 'synchronous=FULL', 'foreign_keys=ON'] as $pragma) {
                    $connection->exec('PRAGMA ' . $pragma);
                }

                $native = $connection->getNativeConnection();
                if ($native instanceof \SQLite3) {
                    // SQLite's own knows the letters of ASCII alone.
                    $native->createFunction(
                        'folded',
                        static fn(mixed $text): string => mb_convert_case(
                            is_scalar($text) ? (string) $text : '',
                            MB_CASE_FOLD,
                            'UTF-8',
                        ),
                        1,
                        \SQLITE3_DETERMINISTIC,
                    );
                }

                return new class ($connection) extends AbstractConnectionMiddleware {
                    public function beginTransaction(): void
                    {
                        $this->exec('BEGIN IMMEDIATE');
                    }

                    public function commit(): void
                    {
                        $this->exec('COMMIT');
                    }

                    public function rollBack(): void
                    {
                        $this->exec('ROLLBACK');
                    }
                };
            }
        };
    }
}
