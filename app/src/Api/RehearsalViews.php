<?php

declare(strict_types=1);

namespace Ithrel\App\Api;

use Ithrel\App\Api\Dto\CheckCell;
use Ithrel\App\Api\Dto\CheckDifference;
use Ithrel\App\Api\Dto\CheckPicture;
use Ithrel\App\Api\Dto\CheckRow;
use Ithrel\App\Api\Dto\CheckView;
use Ithrel\App\Api\Dto\DifferingSpot;
use Ithrel\App\Api\Dto\FileOffer;
use Ithrel\App\Api\Dto\HandCheck;
use Ithrel\App\Api\Dto\HandSheetView;
use Ithrel\App\Api\Dto\LikelyPlace;
use Ithrel\App\Api\Dto\PlaceView;
use Ithrel\App\Api\Dto\RehearsalView;
use Ithrel\App\Rehearsal\Diagnoses;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Compare\Cell;
use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\HandResult;
use Ithrel\Core\Compare\HandSheet;
use Ithrel\Core\Diagnosis\Diagnosis;
use Ithrel\Core\Diagnosis\Likely;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Words\PlaceWords;

/**
 * Puts rehearsals and their checks into the shapes that the interface reads.
 */
final readonly class RehearsalViews
{
    /** Checks of a verdict that are looked at while others wait. */
    private const MOST_SO_FAR = 40;

    public function __construct(private KeptChecks $checks, private Shelf $shelf, private Diagnoses $diagnoses) {}

    /** A rehearsal without its likely places, which take all its checks to find. */
    public function short(Rehearsal $rehearsal): RehearsalView
    {
        return $this->view($rehearsal, []);
    }

    public function full(Rehearsal $rehearsal): RehearsalView
    {
        if (!$rehearsal->state()->isOver()) {
            return $this->soFar($rehearsal);
        }
        $checks = array_map(TriedCheck::of(...), $this->checks->of($rehearsal));
        $unseen = null === $rehearsal->page() ? [] : TriedCheck::unseenByAll($checks);
        $seen = TriedCheck::seen($checks);
        if ([] === array_filter($seen, static fn(Seen $s): bool => [] !== $s->differences)) {
            return $this->view($rehearsal, [], $unseen);
        }
        $setup = $this->setup($rehearsal);

        return $this->view($rehearsal, self::likely($setup, $this->diagnoses->of($rehearsal, $setup, $seen)), $unseen);
    }

    /**
     * While checks come in, the places that some of them have in common have to do: it costs the same however many
     * there are.
     */
    private function soFar(Rehearsal $rehearsal): RehearsalView
    {
        $differing = $this->checks->some($rehearsal, RehearsalCheck::DIFFERS, self::MOST_SO_FAR);
        if ([] === $differing) {
            return $this->view($rehearsal, []);
        }
        $checks = [...$differing, ...$this->checks->some($rehearsal, RehearsalCheck::AGREES, self::MOST_SO_FAR)];

        return $this->view(
            $rehearsal,
            self::likely(
                $this->setup($rehearsal),
                Diagnosis::inCommon(TriedCheck::seen(array_map(TriedCheck::of(...), $checks))),
            ),
        );
    }

    /**
     * @param list<Likely> $likely
     *
     * @return list<LikelyPlace>
     */
    private static function likely(Setup $setup, array $likely): array
    {
        $words = new PlaceWords($setup);

        return array_map(
            static fn(Likely $l): LikelyPlace => new LikelyPlace(
                $l->at,
                $words->of($l->at),
                $l->checks,
                count($l->checks),
                $l->as,
                $l->extent,
            ),
            $likely,
        );
    }

    /**
     * @param int|null $since turn of the last that is known; null: all are told
     *
     * @return list<CheckRow>
     */
    public function rows(Rehearsal $rehearsal, ?int $since): array
    {
        return array_map(
            $this->row(...),
            null === $since ? $this->checks->of($rehearsal) : $this->checks->since($rehearsal, $since),
        );
    }

    public function check(RehearsalCheck $kept): CheckView
    {
        $check = $kept->check();
        $setup = $this->setup($kept->rehearsal());
        $words = new PlaceWords($setup);
        $places = [];
        foreach (
            [
                ...array_merge(...array_map(static fn(Difference $d): array => $d->places, $kept->differences())),
                ...$check->places,
            ]
            as $at
        ) {
            $places[$at] = new PlaceView($at, $words->of($at));
        }

        $cells = array_map(
            static fn(Cell $c): Cell => self::isUnseen($c, $kept->unseen())
                ? new Cell($c->stage, $c->line, $c->what, $c->expected, null)
                : $c,
            Cells::of($check, $kept->found()),
        );

        return new CheckView(
            $this->row($kept),
            HandSheet::steps($setup, $check),
            array_map($this->cell(...), $cells),
            array_slice(array_values($places), 0, 8),
            $check->route,
            $kept->milliseconds(),
            array_map(self::unseenWords(...), $kept->unseen()),
            self::pictures($kept),
            self::files($check),
        );
    }

    /**
     * What was not looked at stands as expected among what was found; it is shown as what it is.
     *
     * @param list<string> $unseen
     */
    private static function isUnseen(Cell $cell, array $unseen): bool
    {
        $what = str_starts_with($cell->what, Cell::ENTRY)
            ? 'entries'
            : lcfirst(str_replace(' ', '', ucwords(strtolower($cell->what))));
        foreach ($unseen as $each) {
            [$stage, $field] = [...explode(' ', $each, 2), ''];
            if (
                $stage === $cell->stage &&
                ('' === $field ||
                    lcfirst(
                        str_replace(' ', '', ucwords(strtolower((string) preg_replace('/([A-Z])/', ' $1', $field)))),
                    ) === $what)
            ) {
                return true;
            }
        }

        return false;
    }

    /** "cart unitPrice" as one reads it. */
    private static function unseenWords(string $unseen): string
    {
        return strtolower((string) preg_replace('/([A-Z])/', ' $1', $unseen));
    }

    /**
     * @return list<CheckPicture>
     */
    private static function pictures(RehearsalCheck $kept): array
    {
        /**
         * @var list<array{
         *     stage: string,
         *     file: string,
         *     width: int,
         *     height: int,
         *     spots: list<array{words: string, box: list<int>}>,
         * }> $pictures
         */
        $pictures = $kept->pictures();

        return array_map(
            static fn(array $p): CheckPicture => new CheckPicture(
                $p['stage'],
                sprintf('/api/pictures/%s/%s', $kept->rehearsal()->id(), $p['file']),
                $p['width'],
                $p['height'],
                array_map(static fn(array $s): DifferingSpot => new DifferingSpot($s['words'], $s['box']), $p['spots']),
            ),
            $pictures,
        );
    }

    public function hand(Setup $setup, Plan $plan): HandSheetView
    {
        return new HandSheetView(
            array_map(
                fn(Check $c): HandCheck => new HandCheck(
                    $c->number,
                    $c->purpose->words(),
                    $c->about,
                    HandResult::words($setup, $c),
                    HandSheet::steps($setup, $c),
                    array_map($this->cell(...), Cells::of($c, null)),
                    self::files($c),
                ),
                $plan->checks,
            ),
            $plan->pairs,
            $plan->lowerBound,
            $plan->combinations,
            $plan->leftOut,
        );
    }

    /**
     * Each file that is given on the way, once.
     *
     * @return list<FileOffer>
     */
    private static function files(Check $check): array
    {
        $files = [];
        foreach (array_merge(...$check->visits) as $click) {
            foreach (is_array($click->answer) ? $click->answer : [] as $file) {
                if (is_array($file)) {
                    $address = '/api/made-file?' . http_build_query($file, '', '&', PHP_QUERY_RFC3986);
                    $files[$address] = new FileOffer($file['name'], $address);
                }
            }
        }

        return array_values($files);
    }

    /** A row a difference; a check without one has a row all the same. */
    public function csv(Rehearsal $rehearsal): string
    {
        $rows = [['check', 'purpose', 'about', 'verdict', 'stage', 'what', 'expected', 'found', 'places', 'steps']];
        $setup = $this->setup($rehearsal);
        foreach ($this->checks->of($rehearsal) as $kept) {
            $check = $kept->check();
            $head = [(string) $check->number, $check->purpose->words(), $check->about, $kept->verdict()];
            $steps = implode('; ', HandSheet::steps($setup, $check));
            foreach ($kept->differences() as $difference) {
                $rows[] = [
                    ...$head,
                    $difference->stage,
                    $difference->field,
                    $difference->expected,
                    $difference->found,
                    implode(' ', $difference->places),
                    $steps,
                ];
            }
            if ([] === $kept->differences()) {
                $rows[] = [
                    ...$head,
                    '',
                    '',
                    HandResult::short($check),
                    $kept->reason() ?? '',
                    implode(' ', $check->places),
                    $steps,
                ];
            }
        }

        return Csv::text($rows);
    }

    private function row(RehearsalCheck $kept): CheckRow
    {
        $check = $kept->check();

        return new CheckRow(
            $check->number,
            $check->purpose->value,
            $check->purpose->words(),
            $check->about,
            $kept->verdict(),
            HandResult::short($check),
            array_map(
                static fn(Difference $d): CheckDifference => new CheckDifference(
                    $d->field,
                    $d->stage,
                    $d->expected,
                    $d->found,
                ),
                $kept->differences(),
            ),
            array_values(array_diff(self::stages($check), $kept->unseen())),
            $kept->reason(),
            $kept->carriedFrom(),
            $kept->turn(),
        );
    }

    /**
     * @return list<string> the stages that a check looks at
     */
    private static function stages(Check $check): array
    {
        return array_values(array_unique(array_map(static fn(Cell $c): string => $c->stage, Cells::of($check, null))));
    }

    private function cell(Cell $cell): CheckCell
    {
        return new CheckCell(
            $cell->stage,
            $cell->line,
            $cell->what,
            $cell->expected,
            $cell->found,
            Cells::differs($cell),
        );
    }

    private function setup(Rehearsal $rehearsal): Setup
    {
        return $this->shelf->reach($rehearsal->revision())->setup;
    }

    /**
     * @param list<LikelyPlace> $likely
     * @param list<string> $unseen what no check looked at
     */
    private function view(Rehearsal $rehearsal, array $likely, array $unseen = []): RehearsalView
    {
        $tally = $this->checks->tally($rehearsal);
        $revision = $rehearsal->revision();

        return new RehearsalView(
            $rehearsal->id(),
            $rehearsal->setup()->id(),
            $rehearsal->setup()->title(),
            $revision->number(),
            $revision->sha256(),
            $rehearsal->isOfLatest(),
            $rehearsal->address(),
            $rehearsal->faults(),
            $rehearsal->today(),
            $rehearsal->state()->value,
            $rehearsal->message(),
            $rehearsal->createdAt()->format(DATE_ATOM),
            $rehearsal->endedAt()?->format(DATE_ATOM),
            array_sum($tally),
            $tally[RehearsalCheck::WAITING] ?? 0,
            $tally[RehearsalCheck::AGREES] ?? 0,
            $tally[RehearsalCheck::DIFFERS] ?? 0,
            $tally[RehearsalCheck::NO_ANSWER] ?? 0,
            $tally[RehearsalCheck::NOT_TRIED] ?? 0,
            $rehearsal->cover()['pairs'],
            $rehearsal->cover()['lowerBound'],
            $rehearsal->cover()['combinations'],
            $rehearsal->leftOut(),
            $likely,
            $rehearsal->page(),
            array_map(self::unseenWords(...), $unseen),
        );
    }
}
