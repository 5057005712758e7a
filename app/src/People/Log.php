<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Doctrine\DBAL\Connection;
use Ithrel\App\Store\LogEntry;

/**
 * Writes changes into the log, beside whatever else is read and written at the time.
 */
final readonly class Log
{
    /** Who it was where it was done on the command line. */
    public const COMMAND_LINE = 'command line';

    public function __construct(private Connection $connection) {}

    /**
     * @param string $what goes on after the name of who did it
     * @param string|null $setup id of the setup that it was about
     * @param string|null $title of that setup at the time
     */
    public function write(string $person, string $what, ?string $setup = null, ?string $title = null): void
    {
        $entry = new LogEntry(new \DateTimeImmutable(), $person, $what, $setup, $title);
        $this->connection->executeStatement(
            'INSERT INTO log_entry (id, at, person, what, setup, title) VALUES (?, ?, ?, ?, ?, ?)',
            [
                $entry->id(),
                $entry->at()->format('Y-m-d H:i:s'),
                $entry->person(),
                $entry->what(),
                $entry->setup(),
                $entry->title(),
            ],
        );
    }
}
