<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Doctrine\DBAL\Connection;

/**
 * Counts tries to sign in that failed, by name and address and by address alone, so that nobody can try them all.
 */
final readonly class SignInTries
{
    private const SECONDS = 60;
    private const MOST_OF_A_NAME = 5;
    private const MOST_OF_AN_ADDRESS = 30;

    public function __construct(private Connection $connection) {}

    /** Seconds until the next try; 0: now. */
    public function secondsToWait(string $name, string $address): int
    {
        $wait = 0;
        foreach (self::keys($name, $address) as $key => $most) {
            $row = $this->connection->fetchAssociative('SELECT tries, since FROM sign_in_try WHERE who = ?', [$key]);
            // A clock that was set back must shut nobody out for longer than the time itself.
            $past = false === $row || !is_int($row['since']) ? self::SECONDS : abs(time() - $row['since']);
            if (false !== $row && is_int($row['tries']) && $row['tries'] >= $most && $past < self::SECONDS) {
                $wait = max($wait, self::SECONDS - $past);
            }
        }

        return $wait;
    }

    public function failed(string $name, string $address): void
    {
        foreach (array_keys(self::keys($name, $address)) as $key) {
            $this->connection->executeStatement(
                'INSERT INTO sign_in_try (who, tries, since) VALUES (?, 1, ?) ON CONFLICT (who) DO UPDATE SET ' .
                    'tries = CASE WHEN ABS(excluded.since - since) < ? THEN tries + 1 ELSE 1 END, since = CASE WHEN ' .
                    'ABS(excluded.since - since) < ? THEN since ELSE excluded.since END',
                [$key, time(), self::SECONDS, self::SECONDS],
            );
        }
        $this->connection->executeStatement('DELETE FROM sign_in_try WHERE ABS(? - since) > ?', [
            time(),
            60 * self::SECONDS,
        ]);
    }

    public function forget(string $name, string $address): void
    {
        $this->connection->executeStatement('DELETE FROM sign_in_try WHERE who = ?', [
            array_key_first(self::keys($name, $address)),
        ]);
    }

    /**
     * @return array<string, int> key => tries after which one waits; no name stands in the table
     */
    private static function keys(string $name, string $address): array
    {
        return [
            hash('sha256', mb_strtolower($name, 'UTF-8') . "\0" . $address) => self::MOST_OF_A_NAME,
            hash('sha256', "\0" . $address) => self::MOST_OF_AN_ADDRESS,
        ];
    }
}
