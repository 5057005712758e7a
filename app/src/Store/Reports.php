<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Report;
use Ithrel\Core\Work\OutOfBudget;

/**
 * What the checks of documents say, each worked out once within bounds of time and memory. Who asks for many never
 * waits: what is not yet known is pending, and a worker gets to it.
 *
 * @phpstan-type Kept array{
 *     counts: array{
 *         offered: string|null,
 *         selectable: string|null,
 *         wrongSales: string|null,
 *         deadEnds: string|null,
 *         traps: string|null,
 *     },
 *     deadValues: list<array{option: string, value: string, cause: string}>,
 *     deadOptions: list<string>,
 *     idleRows: list<int>,
 *     findings: list<array{code: string, severity: string, at: string, message: string, detail: array<string, mixed>}>,
 * }
 */
final readonly class Reports
{
    /** Seconds that somebody waits for it, and that a worker takes. */
    private const SECONDS_OF_REQUEST = 1;
    private const SECONDS_OF_WORKER = 60;

    /** Seconds that it may take once whoever brought the setup in has her answer. */
    public const SECONDS_AFTERWARDS = 10;

    /** Tries that were begun and neither ended nor failed: the process died of it. */
    private const MOST_TRIES = 3;

    public function __construct(
        private Connection $connection,
        private CompiledSetups $compiled,
        private Engine $engine,
    ) {}

    /**
     * What is known of a revision, without working anything out.
     *
     * @return array{Kept|null, string|null} the report, or why there is none; both null: it is pending
     */
    public function known(Revision $revision): array
    {
        $row = $this->connection->fetchAssociative(
            'SELECT report, trouble FROM check_result WHERE sha256 = ? AND today = ? AND engine = ?',
            $this->key($revision),
        );

        return false === $row ? [null, null] : self::read($row);
    }

    /**
     * The same; what is not known is worked out now, where that is quickly done.
     *
     * @return array{Kept|null, string|null}
     */
    public function of(Revision $revision, int $seconds = self::SECONDS_OF_REQUEST): array
    {
        [$report, $trouble] = $this->known($revision);
        if (null === $report && null === $trouble) {
            try {
                $this->work($revision->document(), $this->key($revision), $seconds);
                [$report, $trouble] = $this->known($revision);
            } catch (DriverException) {
                // A disk that takes nothing more keeps nobody from reading; it is pending.
            }
        }

        return [$report, $trouble];
    }

    /**
     * Works one pending report out, of the latest revision of some setup.
     *
     * @return bool whether there was one
     */
    public function next(): bool
    {
        $today = Shelf::today();
        $sql =
            'SELECT r.document FROM revision r WHERE r.number = (SELECT MAX(l.number) FROM revision l WHERE ' .
            'l.setup_id = r.setup_id)' .
            ' AND NOT EXISTS (SELECT 1 FROM check_result c WHERE c.sha256 = r.sha256 AND c.today IN (?, ?) AND ' .
            'c.engine = ? AND (c.report IS NOT NULL OR c.trouble IS NOT NULL OR c.held_until BETWEEN ? AND ?)) LIMIT 1';
        $document = $this->connection->fetchOne($sql, [
            $today,
            'any',
            $this->engine->mark(),
            time() + 1,
            time() + self::SECONDS_OF_WORKER + 60,
        ]);
        if (!is_string($document)) {
            return false;
        }
        $this->work(
            $document,
            [hash('sha256', $document), CompiledSetups::day($document, $today), $this->engine->mark()],
            self::SECONDS_OF_WORKER,
        );

        return true;
    }

    /**
     * @param array{string, string, string} $key
     */
    private function work(string $document, array $key, int $seconds): void
    {
        $tries = $this->take($key, $seconds);
        if (null === $tries) {
            return;
        }
        if ($tries > self::MOST_TRIES) {
            $this->keep(
                $key,
                null,
                sprintf('Working it out ended the process %d times, most likely for want of memory.', self::MOST_TRIES),
            );

            return;
        }
        try {
            $report = Within::seconds(
                $seconds,
                fn(): array => Report::of($this->compiled->of($document, Shelf::today()))->toArray(),
            );
            $this->keep($key, $report, null);
        } catch (TooLarge $e) {
            $this->keep(
                $key,
                null,
                $e->getMessage() . ' The options that make it so: ' . implode(', ', $e->options) . '.',
            );
        } catch (UnreadableDocument $e) {
            // It was read when it came in; the bounds of a document, or what is read of it, have changed since.
            $this->keep($key, null, 'It cannot be read any more: ' . $e->getMessage());
        } catch (OutOfBudget $e) {
            if ($e->isOfTime && $seconds < self::SECONDS_OF_WORKER) {
                $this->connection->executeStatement(
                    'UPDATE check_result SET tries = tries - 1, held_until = 0 WHERE sha256 = ? AND today = ? ' .
                        'AND engine = ?',
                    $key,
                );

                return;
            }
            $this->keep($key, null, 'This setup is too large to be worked out, because ' . $e->getMessage() . '.');
        }
    }

    /**
     * @param array{string, string, string} $key
     *
     * @return int|null how many tries there were with this one; null where somebody is at it, or it is done
     */
    private function take(array $key, int $seconds): ?int
    {
        return $this->connection->transactional(function () use ($key, $seconds): ?int {
            $this->connection->executeStatement(
                'INSERT OR IGNORE INTO check_result (sha256, today, engine, tries, held_until, created_at) ' .
                    'VALUES (?, ?, ?, 0, 0, ?)',
                [...$key, (new \DateTimeImmutable())->format('Y-m-d H:i:s')],
            );
            $taken = $this->connection->executeStatement(
                'UPDATE check_result SET tries = tries + 1, held_until = ? WHERE sha256 = ? AND today = ? AND ' .
                    'engine = ? AND report IS NULL AND trouble IS NULL AND (held_until <= ? OR held_until > ?)',
                // Nobody holds it for longer than a worker may: a clock that was set back must not.
                [time() + $seconds + 5, ...$key, time(), time() + self::SECONDS_OF_WORKER + 60],
            );
            $tries = $this->connection->fetchOne(
                'SELECT tries FROM check_result WHERE sha256 = ? AND today = ? AND engine = ?',
                $key,
            );

            return 1 === $taken && is_int($tries) ? $tries : null;
        });
    }

    /**
     * @param array{string, string, string} $key
     * @param array<string, mixed>|null $report
     */
    private function keep(array $key, ?array $report, ?string $trouble): void
    {
        $json = null === $report ? null : json_encode($report, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE);
        $this->connection->executeStatement(
            'UPDATE check_result SET report = ?, trouble = ?, held_until = 0 WHERE sha256 = ? AND today = ? AND ' .
                'engine = ?',
            [$json, $trouble, ...$key],
        );
        // What an older engine said is of no use to anybody, nor what held for a day that is over.
        $this->connection->executeStatement(
            "DELETE FROM check_result WHERE engine <> ? OR (today <> 'any' AND today < ?)",
            [$this->engine->mark(), Today::isoOf((Today::dayOf(Shelf::today()) ?? 0) - 2)],
        );
    }

    /**
     * @return array{string, string, string}
     */
    private function key(Revision $revision): array
    {
        return [$revision->sha256(), CompiledSetups::day($revision->document(), Shelf::today()), $this->engine->mark()];
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array{Kept|null, string|null}
     */
    private static function read(array $row): array
    {
        /** @var Kept|null $report */
        $report = is_string($row['report']) ? json_decode($row['report'], true, 512, JSON_THROW_ON_ERROR) : null;

        return [$report, is_string($row['trouble']) ? $row['trouble'] : null];
    }
}
