<?php

declare(strict_types=1);

namespace Ithrel\App\Gate;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Store\Engine;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\OutOfBudget;
use Psr\Log\LoggerInterface;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/**
 * Keeps the verdict of every setup on the shelf, so that the shelf can show it without working anything out: a worker
 * looks which verdicts are of something that has changed since, and works those out anew.
 */
final readonly class Verdicts
{
    /** A setup whose gate cannot be worked out. */
    public const NONE = 'none';

    private const SECONDS = 60;

    /**
     * All that a verdict hangs on: the document, rehearsals, acceptances, ticks, samples, lists, what shops take, the
     * catalogue.
     */
    private const HANGS_ON = <<<'SQL'
    (SELECT r.sha256 FROM revision r WHERE r.setup_id = s.id ORDER BY r.number DESC LIMIT 1)
    || '.' || COALESCE((SELECT GROUP_CONCAT(t.id || t.state || COALESCE(t.ended_at, '') || COALESCE(t.is_still, '')) FROM (SELECT id, state, ended_at, is_still FROM rehearsal WHERE setup_id = s.id AND faults = '[]' ORDER BY id DESC LIMIT 5) t), '')
    || '.' || (SELECT COUNT(*) || '.' || COUNT(a.taken_back_at) FROM accepted_item a WHERE a.setup_id = s.id)
    || '.' || (SELECT COUNT(*) || '.' || COALESCE(MAX(l.seen_at), '') FROM limit_tick l WHERE l.setup_id = s.id)
    || '.' || (SELECT COUNT(*) || '.' || COALESCE(MAX(m.id), '') FROM limit_sample m WHERE m.setup_id = s.id)
    || '.' || COALESCE((SELECT GROUP_CONCAT(k.kind || k.handed_at) FROM handed_sheet k WHERE k.setup_id = s.id), '')
    || '.' || COALESCE((SELECT GROUP_CONCAT(h.ceilings) FROM item_page p JOIN shop h ON h.id = p.shop_id WHERE p.setup_id = s.id), '')
    || '.' || COALESCE((SELECT c.handed_at FROM catalogue c), '')
    SQL;

    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private SetupGate $gates,
        private Engine $engine,
        private LoggerInterface $log,
    ) {}

    /**
     * Works one verdict out that is not of what there is now.
     *
     * @return bool whether there was one
     */
    public function next(): bool
    {
        $kept = $this->connection->fetchAllKeyValue('SELECT setup_id, mark FROM setup_verdict');
        $reported =
            'EXISTS (SELECT 1 FROM revision r JOIN check_result c ON c.sha256 = r.sha256 WHERE r.setup_id = s.id ' .
            'AND c.engine = ? AND (c.report IS NOT NULL OR c.trouble IS NOT NULL) AND r.number = (SELECT ' .
            'MAX(l.number) FROM revision l WHERE l.setup_id = s.id))';
        foreach (
            $this->connection->fetchAllKeyValue(
                'SELECT s.id, ' . self::HANGS_ON . ' FROM setup s WHERE s.put_away_at IS NULL AND ' . $reported,
                [$this->engine->mark()],
            )
            as $id => $hangsOn
        ) {
            $mark = $this->mark(is_string($hangsOn) ? $hangsOn : '');
            if (($kept[$id] ?? null) !== $mark) {
                $this->workOut((string) $id, $mark);

                return true;
            }
        }

        return false;
    }

    /**
     * The verdicts of some setups, as far as they are of what there is now.
     *
     * @param list<string> $ids
     *
     * @return array<string, array{verdict: string, open: int}> by id of the setup
     */
    public function of(array $ids): array
    {
        $verdicts = [];
        $rows = $this->connection->fetchAllAssociative(
            'SELECT s.id, v.verdict, v.open_items, v.mark, ' .
                self::HANGS_ON .
                ' AS hangs_on FROM setup s JOIN setup_verdict v ON v.setup_id = s.id WHERE s.id IN (?)',
            [$ids],
            [\Doctrine\DBAL\ArrayParameterType::STRING],
        );
        foreach ($rows as $row) {
            if (
                is_string($row['id']) &&
                is_string($row['verdict']) &&
                is_int($row['open_items']) &&
                is_string($row['hangs_on']) &&
                $this->mark($row['hangs_on']) === $row['mark']
            ) {
                $verdicts[$row['id']] = ['verdict' => $row['verdict'], 'open' => $row['open_items']];
            }
        }

        return $verdicts;
    }

    /** All that the verdict of a setup hangs on as it stands now, as a hash: another one once any of it has changed. */
    public function standing(StoredSetup $stored): string
    {
        $hangsOn = $this->connection->fetchOne('SELECT ' . self::HANGS_ON . ' FROM setup s WHERE s.id = ?', [
            $stored->id(),
        ]);

        return $this->mark(is_string($hangsOn) ? $hangsOn : '');
    }

    private function mark(string $hangsOn): string
    {
        return hash('sha256', $this->engine->mark() . Shelf::today() . $hangsOn);
    }

    private function workOut(string $id, string $mark): void
    {
        // What a request wrote meanwhile is not in what was read before.
        $this->entities->clear();
        $stored = $this->entities->find(StoredSetup::class, $id);
        if (null === $stored) {
            return;
        }
        try {
            $gate = Within::seconds(self::SECONDS, fn() => $this->gates->of($stored));
            [$verdict, $open] = [$gate->verdict, count($gate->open)];
        } catch (OutOfBudget | TooLarge | UnreadableDocument | UnprocessableEntityHttpException) {
            [$verdict, $open] = [self::NONE, 0];
        } catch (\Throwable $e) {
            // As where the setup is removed meanwhile: one verdict that fails must not end the worker.
            $this->log->error('A verdict could not be worked out.', ['exception' => $e]);
            $this->entities->clear();
            [$verdict, $open] = [self::NONE, 0];
        }
        $this->connection->executeStatement(
            'INSERT INTO setup_verdict (setup_id, verdict, open_items, mark) SELECT id, ?, ?, ? FROM setup WHERE ' .
                'id = ? ON CONFLICT (setup_id) DO UPDATE SET verdict = excluded.verdict, open_items = ' .
                'excluded.open_items, mark = excluded.mark',
            [$verdict, $open, $mark, $id],
        );
    }
}
