<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Connection;

/**
 * Changes the tables of a database that holds something. SQLite alters a table by making it anew, and with foreign keys
 * on the old one takes with it all that hangs on it, even within a transaction, in which they cannot be switched off;
 * so they are off around it. A copy is taken before, and every key is looked at after.
 */
final readonly class Upgrade
{
    public function __construct(private Connection $connection, private Backup $backup) {}

    /**
     * @param \Closure(): void $change
     *
     * @return string|null the copy that was taken; null where there was nothing to copy
     *
     * @throws \RuntimeException where the change leaves something that hangs on nothing; the copy is as it was before
     */
    public function around(\Closure $change): ?string
    {
        $copy = $this->backup->take();
        $this->connection->executeStatement('PRAGMA foreign_keys = OFF');
        try {
            $change();
            $broken = $this->connection->fetchAllAssociative('PRAGMA foreign_key_check');
            if ([] !== $broken) {
                throw new \RuntimeException(
                    sprintf(
                        'The upgrade left %d rows of "%s" that hang on nothing. The database as it was before is %s.',
                        count($broken),
                        is_string($broken[0]['table']) ? $broken[0]['table'] : '',
                        $copy ?? 'not kept',
                    ),
                );
            }
        } finally {
            $this->connection->executeStatement('PRAGMA foreign_keys = ON');
        }

        return $copy;
    }
}
