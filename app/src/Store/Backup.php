<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

/**
 * Copies the database while it is in use, by SQLite's own means, and puts a copy back.
 */
final readonly class Backup
{
    /** Copies that are kept beside the database. */
    private const COPIES = 3;

    /**
     * What was under way when the copy was taken is over: nothing is bought a second time in a shop because an old
     * database was put back.
     */
    private const ENDED = [
        'DELETE FROM work_message',
        'DELETE FROM later_answer',
        "UPDATE rehearsal SET state = 'cancelled', ended_at = datetime('now'), " .
        "message = 'It ended when a backup was put back.' WHERE state IN ('planning', 'running')",
        "UPDATE item_page SET state = CASE WHEN map IS NULL THEN 'failed' ELSE 'ready' END, " .
        "message = 'Its mapping ended when a backup was put back.' WHERE state IN ('waiting', 'trying')",
    ];

    /**
     * @param string $file of the database
     */
    public function __construct(private string $file) {}

    /**
     * @return string|null the copy, beside the database; null where there was nothing to copy
     */
    public function take(): ?string
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

    /**
     * Puts a copy in the place of the database; the tables are those of the version that it was taken of.
     *
     * @return string|null the database as it was before (take())
     *
     * @throws \DomainException where it is no whole database of Ithrel; the one that is there stays
     */
    public function putBack(string $copy): ?string
    {
        if (!is_file($copy) || !is_readable($copy)) {
            throw new \DomainException(sprintf('%s cannot be read.', $copy));
        }
        try {
            $from = new \SQLite3($copy, SQLITE3_OPEN_READONLY);
            $from->enableExceptions(true);
            $isWhole = 'ok' === $from->querySingle('PRAGMA integrity_check');
            $isOurs = 1 === $from->querySingle("SELECT COUNT(*) FROM sqlite_master WHERE name = 'revision'");
        } catch (\Exception $e) {
            throw new \DomainException(sprintf('%s is no database: %s', $copy, $e->getMessage()), 0, $e);
        }
        if (!$isWhole || !$isOurs) {
            throw new \DomainException(sprintf($isWhole ? '%s is no database of Ithrel.' : '%s is damaged.', $copy));
        }
        // What is refused makes no copy: each new one lets an old one go.
        $before = $this->take();
        $to = new \SQLite3($this->file);
        $to->busyTimeout(5_000);
        if (!$from->backup($to)) {
            throw new \DomainException(sprintf('%s is in use. End the services first.', $this->file));
        }
        $from->close();
        $to->close();

        return $before;
    }

    /** Once its tables are up to date. */
    public function endWhatWasUnderWay(): void
    {
        $database = new \SQLite3($this->file);
        $database->enableExceptions(true);
        $database->busyTimeout(5_000);
        $database->exec('BEGIN IMMEDIATE');
        foreach (self::ENDED as $sql) {
            $database->exec($sql);
        }
        $database->exec('COMMIT');
        $database->close();
    }
}
