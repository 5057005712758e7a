<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Doctrine\DBAL\Connection;

/**
 * The queue as a table of the application's own database: nothing else has to run.
 */
final readonly class TableQueue implements WorkQueue
{
    public function __construct(private Connection $connection)
    {
    }

    public function put(string $run, array $numbers): void
    {
        $this->connection->transactional(function () use ($run, $numbers): void {
            foreach ($numbers as $number) {
                $this->connection->executeStatement('INSERT OR IGNORE INTO work (run, number, held_until) VALUES (?, ?, 0)', [$run, $number]);
            }
        });
    }

    public function take(string $worker): ?Job
    {
        // Not one statement with RETURNING: PHP's SQLite carries such a statement out twice. Looking first also keeps idle
        // workers from locking the database for writing over and over.
        $row = $this->connection->fetchAssociative('SELECT id, run, number, tries FROM work WHERE held_until < ? ORDER BY id LIMIT 1', [time()]);
        if (false === $row || !is_string($row['run']) || !is_int($row['number']) || !is_int($row['id']) || !is_int($row['tries'])) {
            return null;
        }
        $taken = $this->connection->executeStatement('UPDATE work SET owner = ?, held_until = ?, tries = tries + 1 WHERE id = ? AND held_until < ?', [$worker, time() + self::HELD, $row['id'], time()]);

        // Another worker was faster where nothing was changed: the next one is looked for.
        return 1 === $taken ? new Job($row['run'], $row['number'], (string) $row['id'], $row['tries'] + 1) : $this->take($worker);
    }

    public function hold(Job $job, string $worker): void
    {
        $this->connection->executeStatement('UPDATE work SET held_until = ? WHERE id = ? AND owner = ?', [time() + self::HELD, $job->ticket, $worker]);
    }

    public function done(Job $job): void
    {
        $this->connection->executeStatement('DELETE FROM work WHERE id = ?', [$job->ticket]);
    }

    public function release(Job $job): void
    {
        $this->connection->executeStatement('UPDATE work SET held_until = 0, tries = tries - 1 WHERE id = ?', [$job->ticket]);
    }

    public function drop(string $run): void
    {
        $this->connection->executeStatement('DELETE FROM work WHERE run = ?', [$run]);
    }
}
