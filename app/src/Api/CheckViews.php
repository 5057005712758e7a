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
use Ithrel\App\Api\Dto\PlaceView;
use Ithrel\App\Rehearsal\KeptChecks;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Compare\Cell;
use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\HandResult;
use Ithrel\Core\Compare\HandSheet;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Words\PlaceWords;

/**
 * Puts the checks of rehearsals into the shapes that the interface reads, and that people keep.
 */
final readonly class CheckViews
{
    public function __construct(private KeptChecks $checks, private Shelf $shelf) {}

    public function check(RehearsalCheck $kept): CheckView
    {
        $check = $kept->check();
        $setup = $this->shelf->reach($kept->rehearsal()->revision())->setup;
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
            row: self::row($kept),
            steps: HandSheet::steps($setup, $check),
            cells: array_map(self::cell(...), $cells),
            places: array_slice(array_values($places), 0, 8),
            route: $check->route,
            milliseconds: $kept->milliseconds(),
            unseen: array_map(self::unseenWords(...), $kept->unseen()),
            pictures: self::pictures($kept),
            files: self::files($check),
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
    public static function unseenWords(string $unseen): string
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

    public static function hand(Setup $setup, Plan $plan): HandSheetView
    {
        return new HandSheetView(
            array_map(
                static fn(Check $c): HandCheck => new HandCheck(
                    $c->number,
                    $c->purpose->words(),
                    $c->about,
                    HandResult::words($setup, $c),
                    HandSheet::steps($setup, $c),
                    array_map(self::cell(...), Cells::of($c, null)),
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
        $setup = $this->shelf->reach($rehearsal->revision())->setup;
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

    public static function row(RehearsalCheck $kept): CheckRow
    {
        $check = $kept->check();

        return new CheckRow(
            number: $check->number,
            purpose: $check->purpose->value,
            purposeWords: $check->purpose->words(),
            about: $check->about,
            verdict: $kept->verdict(),
            expected: HandResult::short($check),
            differences: array_map(
                static fn(Difference $d): CheckDifference => new CheckDifference(
                    $d->field,
                    $d->stage,
                    $d->expected,
                    $d->found,
                ),
                $kept->differences(),
            ),
            stages: array_values(array_diff(self::stages($check), $kept->unseen())),
            reason: $kept->reason(),
            carried: $kept->carriedFrom(),
            turn: $kept->turn(),
        );
    }

    /**
     * @return list<string> the stages that a check looks at
     */
    private static function stages(Check $check): array
    {
        return array_values(array_unique(array_map(static fn(Cell $c): string => $c->stage, Cells::of($check, null))));
    }

    private static function cell(Cell $cell): CheckCell
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
}
