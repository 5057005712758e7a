<?php

declare(strict_types=1);

/*
 * The longest time for which work does not ask whether it may go on, for every kind of work on the largest of each
 * family and on the demo: what a budget of two seconds is overrun by. In milliseconds, with the ratio to the whole work
 * and the place that asked at last.
 */

use Ithrel\Bench\Families;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Diff\ReadDocument;
use Ithrel\Core\Diff\SetupDiff;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Work\Budget;
use Ithrel\Core\Work\OutOfBudget;

require __DIR__ . '/bootstrap.php';

/** What one kind of work may take here. */
const SECONDS = 8;

$today = Today::of('2026-11-25');
$documents = [];
foreach (glob(dirname(__DIR__) . '/demo/setups/*.json') ?: [] as $file) {
    $documents[basename($file, '.json')] = (string) file_get_contents($file);
}
foreach (Families::SIZES as $family => $sizes) {
    $documents[$family . ' ' . $sizes[2]] = json_encode(Families::document($family, $sizes[2]), JSON_THROW_ON_ERROR);
}
printf("%-44s %-8s %9s %9s %7s  %s\n", 'setup', 'work', 'whole ms', 'gap ms', 'ratio', 'between');
foreach ($documents as $name => $json) {
    if ($argc > 1 && !str_contains($name, $argv[1])) {
        continue;
    }
    $setup = Reader::shipped()->read($json, $today);
    $reach = new Reach($setup);
    $works = [
        'read' => static fn() => Reader::shipped()->read($json, $today),
        'check' => static fn() => Report::of($reach)->toArray(),
        'spread' => static fn() => AllTotals::of($reach, false, 1, false)->levels(),
        'limits' => static fn() => iterator_count((static fn() => (yield from (new Boundaries($reach))->sheets()))()),
        'plan' => static fn() => Planner::plan($reach),
        'diff' => static fn() => SetupDiff::between(
            ReadDocument::of(Reader::shipped(), $json, $today),
            ReadDocument::of(Reader::shipped(), $json, $today),
            10,
        ),
    ];
    foreach ($works as $work => $do) {
        [$longest, $between, $last, $lastPlace] = [0, '', hrtime(true), 'the start'];
        $place = static function (): string {
            foreach (debug_backtrace(DEBUG_BACKTRACE_IGNORE_ARGS) as $frame) {
                if (!str_contains($frame['file'] ?? '', '/Work/') && !str_contains($frame['file'] ?? '', 'bench/')) {
                    return substr(str_replace(dirname(__DIR__) . '/core/src/', '', $frame['file'] ?? ''), 0, -4) .
                        ':' .
                        ($frame['line'] ?? 0);
                }
            }

            return 'the end';
        };
        $note = static function () use (&$longest, &$between, &$last, &$lastPlace, $place): int {
            $now = hrtime(true);
            $here = $now - $last > 10_000_000 || $now - $last > $longest ? $place() : '';
            if ($now - $last > $longest) {
                [$longest, $between] = [$now - $last, $lastPlace . ' - ' . $here];
            }
            $lastPlace = '' === $here ? $place() : $here;
            $last = hrtime(true);

            return $now;
        };
        $start = hrtime(true);
        $said = '';
        try {
            (new Budget($note, SECONDS * 1000, 2_000_000_000))->run($do);
        } catch (OutOfBudget | TooLarge | NotExact $e) {
            $said = ' ' . $e->getMessage();
        }
        $note();
        $whole = hrtime(true) - $start;
        printf(
            "%-44s %-8s %9d %9.1f %7.3f  %s%s\n",
            $name,
            $work,
            $whole / 1e6,
            $longest / 1e6,
            $longest / $whole,
            $between,
            $said,
        );
    }
}
