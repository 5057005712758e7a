<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\Counts;
use Ithrel\App\Api\Dto\DeadValue;
use Ithrel\App\Api\Dto\Desk;
use Ithrel\App\Api\Dto\FindingView;
use Ithrel\App\Api\Dto\LastRehearsal;
use Ithrel\App\Api\Dto\ReportView;
use Ithrel\App\Api\Dto\RunningView;
use Ithrel\App\Api\Dto\ShelfEntry;
use Ithrel\App\Api\Dto\ShelfView;
use Ithrel\App\Gate\Verdicts;
use Ithrel\App\Http\AsSeen;
use Ithrel\App\Store\Editions;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Revision;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\ShelfPage;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Finding\Change;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Setup\Setup;

/**
 * Puts what is kept into the shapes that the interface reads.
 *
 * @phpstan-import-type Row from ShelfPage
 * @phpstan-import-type Kept from Reports
 */
final readonly class Views
{
    public function __construct(
        private Shelf $shelf,
        private Reports $reports,
        private ShelfPage $page,
        private Verdicts $verdicts,
        private Editions $editions,
    ) {}

    /** Nothing is worked out for it: a list would make everybody wait for the hardest of its setups. */
    public function shelfEntry(StoredSetup $setup): ShelfEntry
    {
        return $this->shelfRow(
            $this->page->one($setup->id()),
            $this->verdicts->of([$setup->id()])[$setup->id()] ?? null,
        );
    }

    /**
     * @param key-of<ShelfPage::ORDERS> $order
     */
    public function shelf(string $search, ?string $verdict, string $order, int $from, int $limit): ShelfView
    {
        $page = $this->page->read($search, $verdict, $order, $from, $limit);
        $verdicts = $this->verdicts->of(array_column($page['rows'], 'id'));
        $running = $this->page->running();

        return new ShelfView(
            $page['total'],
            $from,
            count($this->page->due()),
            new RunningView(...$running),
            array_map(
                fn(array $row): ShelfEntry => $this->shelfRow($row, $verdicts[$row['id']] ?? null),
                $page['rows'],
            ),
        );
    }

    /**
     * @param Row $row
     * @param array{verdict: string, open: int}|null $verdict
     */
    private function shelfRow(array $row, ?array $verdict): ShelfEntry
    {
        /**
         * @var array{
         *     counts: array{
         *         offered: string|null,
         *         selectable: string|null,
         *         wrongSales: string|null,
         *         deadEnds: string|null,
         *         traps: string|null,
         *     },
         *     findings: list<array{severity: string}>,
         * }|null $report
         */
        $report = $row['report'];
        $by = array_count_values(array_column($report['findings'] ?? [], 'severity'));
        $run = $row['run'];
        $tally = $row['tally'];

        return new ShelfEntry(
            id: $row['id'],
            title: $row['title'],
            item: $row['item'],
            createdAt: (new \DateTimeImmutable($row['createdAt']))->format(DATE_ATOM),
            revision: $row['revision'],
            sha256: $row['sha256'],
            counts: null === $report ? null : new Counts(...$report['counts']),
            blockers: $by['blocker'] ?? 0,
            warnings: $by['warning'] ?? 0,
            notes: $by['note'] ?? 0,
            trouble: $row['trouble'],
            rehearsal: null === $run
                ? null
                : new LastRehearsal(
                    $run['id'],
                    $run['state'],
                    $run['revision'] === $row['revision'],
                    array_sum($tally),
                    $tally[RehearsalCheck::AGREES] ?? 0,
                    $tally[RehearsalCheck::DIFFERS] ?? 0,
                    (new \DateTimeImmutable($run['createdAt']))->format(DATE_ATOM),
                ),
            verdict: $verdict['verdict'] ?? null,
            open: $verdict['open'] ?? 0,
            due: $row['isDue'],
            etag: AsSeen::tag($row['title']),
        );
    }

    public function desk(StoredSetup $setup): Desk
    {
        $revision = $setup->latest();
        $report = $this->report(...$this->reports->of($revision));
        $document = JsonText::decode($revision->document());
        \assert($document instanceof \stdClass);

        [$settled, $fresh] = $this->change($setup);

        return new Desk(
            id: $setup->id(),
            title: $setup->title(),
            sha256: $revision->sha256(),
            today: Shelf::today(),
            revision: $revision->number(),
            edition: $this->editions->of($revision),
            document: $document,
            counts: $report->counts,
            deadValues: $report->deadValues,
            deadOptions: $report->deadOptions,
            idleRows: $report->idleRows,
            findings: $report->findings,
            settled: $settled,
            fresh: $fresh,
            trouble: $report->trouble,
        );
    }

    /**
     * @param Kept|null $report
     */
    public function report(?array $report, ?string $trouble): ReportView
    {
        return new ReportView(
            null === $report ? null : new Counts(...$report['counts']),
            array_map(
                static fn(array $d): DeadValue => new DeadValue($d['option'], $d['value'], $d['cause']),
                $report['deadValues'] ?? [],
            ),
            $report['deadOptions'] ?? [],
            $report['idleRows'] ?? [],
            array_map(
                static fn(array $f): FindingView => new FindingView(
                    $f['code'],
                    $f['severity'],
                    $f['at'],
                    $f['message'],
                    $f['detail'],
                ),
                $report['findings'] ?? [],
            ),
            $trouble,
        );
    }

    /**
     * What the latest revision settled of what was found in the one before, and which of its findings are new.
     *
     * @return array{list<FindingView>, list<int>}
     */
    private function change(StoredSetup $setup): array
    {
        $latest = $setup->latest();
        $before = $setup->revision($latest->number() - 1);
        [$report] = null === $before ? [null] : $this->reports->of($latest);

        return null === $before || null === $report
            ? [[], []]
            : $this->changeOf($before, $this->shelf->reach($latest)->setup, self::findings($report));
    }

    /**
     * What of a revision's findings is gone in what came after it, and which of those are new.
     *
     * @param list<Finding> $now
     *
     * @return array{list<FindingView>, list<int>}
     */
    public function changeOf(Revision $earlier, Setup $later, array $now): array
    {
        [$report] = $this->reports->of($earlier);
        if (null === $report) {
            return [[], []];
        }
        $change = Change::between($this->shelf->reach($earlier)->setup, self::findings($report), $later, $now);

        return [
            array_map(self::finding(...), $change->settled),
            array_keys(array_filter($now, static fn(Finding $f): bool => in_array($f, $change->new, true))),
        ];
    }

    public static function finding(Finding $f): FindingView
    {
        return new FindingView($f->code, $f->severity->value, $f->at, $f->message, $f->detail);
    }

    /**
     * @param array{
     *     findings: list<array{
     *         code: string,
     *         severity: string,
     *         at: string,
     *         message: string,
     *         detail: array<string, mixed>,
     *     }>,
     * } $report
     *
     * @return list<Finding>
     */
    private static function findings(array $report): array
    {
        return array_map(
            static fn(array $f): Finding => new Finding(
                $f['code'],
                Severity::from($f['severity']),
                $f['at'],
                $f['message'],
                $f['detail'],
            ),
            $report['findings'],
        );
    }
}
