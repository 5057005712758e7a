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
    /** Copies that are kept. */
    private const COPIES = 3;

    /**
     * @param string $file of the database
     */
    public function __construct(private Connection $connection, private string $file) {}

    /**
     * @param \Closure(): void $change
     *
     * @return string|null the copy that was taken; null where there was nothing to copy
     *
     * @throws \RuntimeException where the change leaves something that hangs on nothing; the copy is as it was before
     */
    public function around(\Closure $change): ?string
    {
        $copy = $this->copy();
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

    /** SQLite's own means copy a database that others write to. */
    private function copy(): ?string
    {
        if (!is_file($this->file) || 0 === filesize($this->file)) {
            return null;
        }
        $copy = sprintf('%s.before-%s', $this->file, gmdate('Ymd-His'));
        $from = new \SQLite3($this->file, SQLITE3_OPEN_READONLY);
        $to = new \SQLite3($copy);
        chmod($copy, 0o600);
        try {
            if (!$from->backup($to)) {
                throw new \RuntimeException(sprintf('%s cannot be written; nothing was changed.', $copy));
            }
        } finally {
            $from->close();
            $to->close();
        }
        $copies = glob($this->file . '.before-*');
        foreach (array_slice(array_reverse(false === $copies ? [] : $copies), self::COPIES) as $old) {
            @unlink($old);
        }

        return $copy;
    }
}
