<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;

/**
 * A page of the shelf, read in a few statements however many setups, revisions and rehearsals there are: nothing is
 * worked out, and no document is read.
 *
 * @phpstan-type Row array{
 *     id: string,
 *     title: string,
 *     item: string,
 *     createdAt: string,
 *     revision: int,
 *     sha256: string,
 *     report: array<string, mixed>|null,
 *     trouble: string|null,
 *     run: array{id: string, state: string, revision: int, createdAt: string}|null,
 *     tally: array<string, int>,
 *     isDue: bool,
 * }
 */
final readonly class ShelfPage
{
    public const ORDERS = [
        'newest' => 's.created_at DESC, s.id DESC',
        'title' => 's.title COLLATE NOCASE, s.id',
        'verdict' =>
            "CASE COALESCE(v.verdict, '') WHEN 'must-not-launch' THEN 0 WHEN 'not-yet' THEN 1 WHEN 'may-launch' " .
            'THEN 3 ELSE 2 END, s.title COLLATE NOCASE, s.id',
    ];

    /** The last rehearsal that tells of the setup; with faults switched on, the rehearsal shop tells of its faults. */
    private const LAST_RUN = "(SELECT MAX(h.id) FROM rehearsal h WHERE h.setup_id = s.id AND h.faults = '[]')";

    /**
     * Its latest revision was not rehearsed to the end. The sign keeps the index on states out, by which most would be
     * found.
     */
    private const DUE =
        "NOT EXISTS (SELECT 1 FROM rehearsal d WHERE d.setup_id = s.id AND d.faults = '[]' AND +d.state = 'done' AND " .
        'd.revision = (SELECT MAX(n.number) FROM revision n WHERE n.setup_id = s.id))';

    public function __construct(private Connection $connection, private Engine $engine) {}

    /**
     * @param string $search in titles and names of items, in any letter case
     * @param string|null $verdict of Gate, or "due"; null: all
     * @param key-of<self::ORDERS> $order
     *
     * @return array{total: int, rows: list<Row>} how many there are, and those from one on
     */
    public function read(string $search, ?string $verdict, string $order, int $from, int $limit): array
    {
        $where = "s.put_away_at IS NULL AND folded(s.title || ' ' || s.item) LIKE ? ESCAPE '\\'";
        $given = ['%' . addcslashes(mb_convert_case($search, MB_CASE_FOLD, 'UTF-8'), '%_\\') . '%'];
        if ('due' === $verdict) {
            $where .= ' AND ' . self::DUE;
        } elseif (null !== $verdict) {
            $where .= ' AND v.verdict = ?';
            $given[] = $verdict;
        }
        $tables = 'FROM setup s LEFT JOIN setup_verdict v ON v.setup_id = s.id WHERE ' . $where;
        $total = $this->connection->fetchOne('SELECT COUNT(*) ' . $tables, $given);
        $setups = $this->connection->fetchAllAssociative(
            sprintf(
                'SELECT s.id, s.title, s.item, s.created_at, %s AS run, %s AS is_due %s ORDER BY %s LIMIT %d OFFSET %d',
                self::LAST_RUN,
                self::DUE,
                $tables,
                self::ORDERS[$order],
                $limit,
                $from,
            ),
            $given,
        );

        return ['total' => is_int($total) ? $total : 0, 'rows' => $this->rows($setups)];
    }

    /**
     * @return Row of one setup
     */
    public function one(string $id): array
    {
        return $this->rows(
            $this->connection->fetchAllAssociative(
                sprintf(
                    'SELECT s.id, s.title, s.item, s.created_at, %s AS run, %s AS is_due FROM setup s WHERE s.id = ?',
                    self::LAST_RUN,
                    self::DUE,
                ),
                [$id],
            ),
        )[0];
    }

    /**
     * @return list<string> ids of all setups that are due
     */
    public function due(): array
    {
        return array_values(
            array_filter(
                $this->connection->fetchFirstColumn(
                    'SELECT s.id FROM setup s WHERE s.put_away_at IS NULL AND ' .
                        self::DUE .
                        ' ORDER BY s.created_at DESC, s.id DESC',
                ),
                is_string(...),
            ),
        );
    }

    /**
     * What runs at the moment.
     *
     * @return array{runs: int, checks: int, waiting: int}
     */
    public function running(): array
    {
        $runs = $this->connection->fetchOne("SELECT COUNT(*) FROM rehearsal WHERE state IN ('planning', 'running')");
        $checks = $this->connection->fetchAssociative(
            "SELECT COUNT(*) AS every, COALESCE(SUM(c.verdict = 'waiting'), 0) AS waiting FROM rehearsal_check c " .
                "JOIN rehearsal r ON r.id = c.rehearsal_id WHERE r.state = 'running'",
        );

        return [
            'runs' => self::int($runs),
            'checks' => self::int($checks['every'] ?? 0),
            'waiting' => self::int($checks['waiting'] ?? 0),
        ];
    }

    /**
     * @param list<array<string, mixed>> $setups
     *
     * @return list<Row>
     */
    private function rows(array $setups): array
    {
        $ids = array_column($setups, 'id');
        $revisions = $this->by(
            'setup_id',
            'SELECT r.setup_id, r.number, r.sha256 FROM revision r JOIN (SELECT setup_id, MAX(number) AS number ' .
                'FROM revision WHERE setup_id IN (?) GROUP BY setup_id) l ON l.setup_id = r.setup_id AND l.number = ' .
                'r.number',
            $ids,
        );
        // Of one document, what was said for today counts, or for any day.
        $reports = $this->by(
            'sha256',
            'SELECT sha256, report, trouble FROM check_result WHERE sha256 IN (?) AND engine = ? AND today IN (?, ?)',
            array_column($revisions, 'sha256'),
            [$this->engine->mark(), Shelf::today(), 'any'],
        );
        $runs = array_column($setups, 'run');
        $of = $this->by(
            'id',
            'SELECT id, state, revision, created_at FROM rehearsal WHERE id IN (?)',
            array_values(array_filter($runs, is_string(...))),
        );
        $tallies = [];
        foreach (
            [] === $of
                ? []
                : $this->connection->fetchAllAssociative(
                    'SELECT rehearsal_id, verdict, COUNT(*) AS n FROM rehearsal_check WHERE rehearsal_id IN (?) ' .
                        'GROUP BY rehearsal_id, verdict',
                    [array_keys($of)],
                    [ArrayParameterType::STRING],
                )
            as $row
        ) {
            $tallies[self::text($row['rehearsal_id'])][self::text($row['verdict'])] = self::int($row['n']);
        }
        $rows = [];
        foreach ($setups as $setup) {
            $revision = $revisions[self::text($setup['id'])] ?? [];
            $report = $reports[self::text($revision['sha256'] ?? '')] ?? [];
            $run = $of[self::text($setup['run'])] ?? null;
            /** @var array<string, mixed>|null $said */
            $said = is_string($report['report'] ?? null)
                ? json_decode($report['report'], true, 512, JSON_THROW_ON_ERROR)
                : null;
            $rows[] = [
                'id' => self::text($setup['id']),
                'title' => self::text($setup['title']),
                'item' => self::text($setup['item']),
                'createdAt' => self::text($setup['created_at']),
                'revision' => self::int($revision['number'] ?? 0),
                'sha256' => self::text($revision['sha256'] ?? ''),
                'report' => $said,
                'trouble' => is_string($report['trouble'] ?? null) ? $report['trouble'] : null,
                'run' =>
                    null === $run
                        ? null
                        : [
                            'id' => self::text($run['id']),
                            'state' => self::text($run['state']),
                            'revision' => self::int($run['revision']),
                            'createdAt' => self::text($run['created_at']),
                        ],
                'tally' => $tallies[self::text($setup['run'])] ?? [],
                'isDue' => 1 === $setup['is_due'],
            ];
        }

        return $rows;
    }

    /**
     * @param list<mixed> $ids
     * @param list<string> $more
     *
     * @return array<string, array<string, mixed>> by one of the columns
     */
    private function by(string $column, string $sql, array $ids, array $more = []): array
    {
        $rows =
            [] === $ids
                ? []
                : $this->connection->fetchAllAssociative($sql, [$ids, ...$more], [ArrayParameterType::STRING]);

        $by = [];
        foreach ($rows as $row) {
            $by[self::text($row[$column])] = $row;
        }

        return $by;
    }

    private static function text(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }

    private static function int(mixed $value): int
    {
        return is_int($value) ? $value : 0;
    }
}
