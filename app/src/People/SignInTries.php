<?php

declare(strict_types=1);

namespace Ithrel\App\People;

use Doctrine\DBAL\Connection;

/**
 * Counts tries to sign in, by name and address and by address alone, so that nobody can try them all; one that did is
 * taken off.
 */
final readonly class SignInTries
{
    private const SECONDS = 60;
    private const MOST_OF_A_NAME = 5;
    private const MOST_OF_AN_ADDRESS = 30;

    public function __construct(private Connection $connection) {}

    /**
     * Counts a try before it is known whether it will do, so that many at once are not more than one after the other.
     *
     * @return int seconds until the next try; 0: this one may be made
     */
    public function begin(string $name, string $address): int
    {
        return $this->connection->transactional(function () use ($name, $address): int {
            $wait = 0;
            foreach (self::keys($name, $address) as $key => $most) {
                // A clock that was set back must shut nobody out for longer than the time itself.
                // Numbers stand in the text: SQLite takes what is bound for a text, and every text is more than a
                // number.
                $this->connection->executeStatement(
                    sprintf(
                        'INSERT INTO sign_in_try (who, tries, since) VALUES (?, 1, %1$d) ON CONFLICT (who) DO UPDATE ' .
                            'SET tries = CASE WHEN ABS(%1$d - since) < %2$d THEN tries + 1 ELSE 1 END, since = CASE ' .
                            'WHEN ABS(%1$d - since) < %2$d THEN since ELSE %1$d END',
                        time(),
                        self::SECONDS,
                    ),
                    [$key],
                );
                $row = $this->connection->fetchAssociative('SELECT tries, since FROM sign_in_try WHERE who = ?', [
                    $key,
                ]);
                if (false !== $row && is_int($row['tries']) && is_int($row['since']) && $row['tries'] > $most) {
                    $wait = max($wait, self::SECONDS - abs(time() - $row['since']), 1);
                }
            }
            $this->connection->executeStatement(
                sprintf('DELETE FROM sign_in_try WHERE ABS(%d - since) > %d', time(), 60 * self::SECONDS),
            );

            return $wait;
        });
    }

    public function forget(string $name, string $address): void
    {
        [$own, $all] = array_keys(self::keys($name, $address));
        $this->connection->executeStatement('DELETE FROM sign_in_try WHERE who = ?', [$own]);
        $this->connection->executeStatement('UPDATE sign_in_try SET tries = MAX(0, tries - 1) WHERE who = ?', [$all]);
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
