<?php

declare(strict_types=1);

/*
 * The faces of the rehearsal shop, tried in a real browser with nothing told but the address: first every demo setup
 * without a fault, then every fault on a setup where it shows on a page. Each is mapped anew, the faulty ones too, and
 * a few of the checks that the fault touches and of those it does not are tried. What must differ is what differs when
 * the shop is asked without any page between, and with the same fault. Long, as it is one experiment from end to end.
 *
 *   php bench/faces.php [--faces=form,tiles,widgets,shadow] [--setups=01,04] [--faults=none|NAME,…] [--most=5] [--rows]
 *
 * Prints Markdown, as docs/page-faces.md has it. --rows prints each try as a line of JSON beside it, on standard error.
 */

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Rehearsal\RunText;
use Ithrel\App\Rehearsal\TriedCheck;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Document\Today;
use Ithrel\Shop\Faults;
use Ithrel\Shop\Tests\DirectDoor;
use Ithrel\Shop\Tests\Processes;
use Ithrel\Shop\Tests\TruePlaces;

require __DIR__ . '/bootstrap.php';

const TODAY = '2026-11-24';

/** What is looked for on the pages: the rest, as weight and points, is told where it was found. */
const PLACES = [
    'page unitPrice',
    'cart line',
    'cart unitPrice',
    'cart lineTotal',
    'cart quantity',
    'cart total',
    'checkout line',
    'checkout lineTotal',
    'checkout total',
    'add button',
];

$options = getopt('', ['faces:', 'setups:', 'faults:', 'most:', 'rows']);
$list = static fn(string $key, string $all): array => explode(
    ',',
    is_string($options[$key] ?? null) ? $options[$key] : $all,
);
$faces = $list('faces', 'form,tiles,widgets,shadow');
$most = (int) ($options['most'] ?? 5);
$wanted = $list('setups', '');
$faults = array_values(
    array_filter($list('faults', implode(',', array_keys(Faults::all()))), static fn(string $f): bool => 'none' !== $f),
);

$folder = sys_get_temp_dir() . '/ithrel-faces-' . getmypid();
mkdir($folder, 0o711);
$port = Processes::freePort();
$root = dirname(__DIR__);
Processes::serve(
    sprintf(
        'ITHREL_SHOP_VAR=%1$s ITHREL_TODAY=%4$s PHP_CLI_SERVER_WORKERS=4 exec %5$s -d variables_order=EGPCS -d ' .
            'upload_max_filesize=64M -d post_max_size=64M -S 127.0.0.1:%2$d -t %3$s/shop/public ' .
            '%3$s/shop/public/index.php',
        escapeshellarg($folder),
        $port,
        escapeshellarg($root),
        TODAY,
        PHP_BINARY,
    ),
    $port,
    $folder . '/log',
);
$shop = 'http://127.0.0.1:' . $port;

/** @var array<string, array{Setup, Plan, array<string, mixed>, string}> $setups */
$setups = [];
foreach (glob($root . '/demo/setups/*.json') ?: [] as $file) {
    $name = basename($file, '.json');
    if ([''] !== $wanted && !in_array(substr($name, 0, 2), $wanted, true)) {
        continue;
    }
    $json = (string) file_get_contents($file);
    $reach = new Reach(Reader::shipped()->read($json, Today::of(TODAY)));
    $plan = Planner::plan($reach);
    if ([] !== $plan->checks) {
        file_get_contents(
            $shop . '/items/s' . substr($name, 0, 2),
            false,
            stream_context_create([
                'http' => ['method' => 'PUT', 'header' => 'Content-Type: application/json', 'content' => $json],
            ]),
        );
        $setups[$name] = [$reach->setup, $plan, json_decode($json, true, 512, JSON_THROW_ON_ERROR), $json];
    }
}

/**
 * What the shop does otherwise with a fault, at a stage that a page shows.
 *
 * @return list<int> numbers of the checks
 */
$touched = static function (string $name, string $fault) use ($setups): array {
    [$setup, $plan, $document] = $setups[$name];
    $door = new DirectDoor($document, [$fault], TODAY);
    $comparison = new CheckComparison($setup);
    $numbers = [];
    foreach ($plan->checks as $check) {
        foreach ($comparison->differences($check, $door->try($check)) as $difference) {
            if ('order' !== $difference->stage) {
                $numbers[] = $check->number;
                break;
            }
        }
    }

    return $numbers;
};

/**
 * @param list<int> $numbers of checks; tried in this order
 *
 * @return array{map: Ithrel\Core\Page\PageMap, seconds: float, tried: list<TriedCheck>, perCheck: float}
 */
$try = static function (Pilot $pilot, string $address, Setup $setup, Plan $plan, array $numbers) use ($folder): array {
    $start = microtime(true);
    $map = (new PageMapper($pilot, $setup, $plan, $address, $folder, false))->map();
    $mapped = microtime(true);
    $door = new PageDoor($pilot, $setup, $map, new Shopper($pilot, $setup, $map, $folder), false);
    $comparison = new CheckComparison($setup);
    $tried = [];
    foreach ($numbers as $number) {
        $check = $plan->checks[$number - 1];
        try {
            [$found, $unseen] = $door->try($check);
            $differences = $comparison->differences($check, $found);
            $tried[] = new TriedCheck(
                $check,
                [] === $differences ? RehearsalCheck::AGREES : RehearsalCheck::DIFFERS,
                $differences,
                null,
                0,
                $unseen,
            );
        } catch (NotTried $e) {
            $tried[] = new TriedCheck($check, RehearsalCheck::NOT_TRIED, [], $e->getMessage(), 0);
        } catch (NoAnswer $e) {
            $tried[] = new TriedCheck($check, RehearsalCheck::NO_ANSWER, [], $e->getMessage(), 0);
        }
    }

    return [
        'map' => $map,
        'seconds' => $mapped - $start,
        'tried' => $tried,
        'perCheck' => [] === $numbers ? 0.0 : (microtime(true) - $mapped) / count($numbers),
    ];
};

/**
 * @param list<int> $numbers
 *
 * @return list<int> so many of them, spread evenly
 */
$spread = static function (array $numbers, int $most): array {
    $step = max(1.0, count($numbers) / max(1, $most));
    $some = [];
    for ($i = 0.0; $i < count($numbers) && count($some) < $most; $i += $step) {
        $some[] = $numbers[(int) $i];
    }

    return $some;
};
$says = static fn(array $row) => isset($options['rows'])
    ? fwrite(STDERR, json_encode($row, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE) . "\n")
    : null;
$address = static fn(string $face, string $fault, string $name): string => $shop .
    ('form' === $face ? '' : '/face/' . $face) .
    ('' === $fault ? '' : '/with/' . $fault) .
    '/items/s' .
    substr($name, 0, 2);

echo "## Without a fault\n\n| face | setup | options found | places found | map, s | checks tried | differ | no " .
    "answer | not tried | s a check |\n|---|---|---|---|---|---|---|---|---|---|\n";
foreach ($faces as $face) {
    $driver = new Driver(['127.0.0.1:' . $port]);
    $pilot = new Pilot($driver);
    $sum = [0, 0, 0, 0];
    foreach ($setups as $name => [$setup, $plan]) {
        $all = array_map(static fn(Check $c): int => $c->number, $plan->checks);
        try {
            $run = $try($pilot, $address($face, '', $name), $setup, $plan, $spread($all, 2 * $most));
        } catch (NoAnswer $e) {
            printf("| %s | %s | %s |\n", $face, $name, $e->getMessage());
            continue;
        }
        $asked = array_filter($setup->options, static fn(Option $o): bool => Kind::Note !== $o->kind);
        $of = [
            count($run['map']->options),
            count($asked),
            count(array_intersect(PLACES, array_column($run['map']->found, 'what'))),
            count(PLACES),
        ];
        $sum = array_map(static fn(int $a, int $b): int => $a + $b, $sum, $of);
        $verdicts = array_count_values(array_map(static fn(TriedCheck $t): string => $t->verdict, $run['tried']));
        printf(
            "| %s | %s | %d of %d | %d of %d | %.1f | %d | %d | %d | %d | %.1f |\n",
            $face,
            $name,
            ...[
                ...$of,
                $run['seconds'],
                count($run['tried']),
                $verdicts[RehearsalCheck::DIFFERS] ?? 0,
                $verdicts[RehearsalCheck::NO_ANSWER] ?? 0,
                $verdicts[RehearsalCheck::NOT_TRIED] ?? 0,
                $run['perCheck'],
            ],
        );
        foreach ($run['tried'] as $t) {
            if (RehearsalCheck::AGREES !== $t->verdict) {
                $says([
                    'face' => $face,
                    'setup' => $name,
                    'check' => $t->check->number,
                    'about' => $t->check->about,
                    'verdict' => $t->verdict,
                    'reason' => $t->reason,
                    'differences' => array_map(static fn($d): array => $d->toArray(), $t->differences),
                ]);
            }
        }
    }
    printf("| **%s** | all | %d of %d | %d of %d | | | | | | |\n", $face, ...$sum);
    $driver->end();
}

echo "\n## Faults\n\n| face | faults that a page can show | found | placed | missed | placed elsewhere " .
    "|\n|---|---|---|---|---|---|\n";
foreach ([] === $faults ? [] : $faces as $face) {
    $driver = new Driver(['127.0.0.1:' . $port]);
    $pilot = new Pilot($driver);
    $shown = $found = $placed = 0;
    $missed = $elsewhere = [];
    foreach ($faults as $fault) {
        // Of the setups on which it touches a few checks, the one with the smallest plan; else the one that it touches
        // most.
        $best = null;
        foreach ($setups as $name => [$setup, $plan]) {
            $numbers = $touched($name, $fault);
            $worth = [min(count($numbers), 3), -count($plan->checks)];
            if ([] !== $numbers && (null === $best || $worth > $best[0])) {
                $best = [$worth, $name, $numbers];
            }
        }
        if (null === $best) {
            continue;
        }
        ++$shown;
        [, $name, $numbers] = $best;
        [$setup, $plan, , $json] = $setups[$name];
        $others = array_values(array_diff(array_map(static fn(Check $c): int => $c->number, $plan->checks), $numbers));
        try {
            $run = $try($pilot, $address($face, $fault, $name), $setup, $plan, [
                ...$spread($numbers, $most),
                ...$spread($others, $most),
            ]);
        } catch (NoAnswer $e) {
            $missed[] = sprintf('%s on %s (%s)', $fault, $name, $e->getMessage());
            continue;
        }
        $isFound =
            [] !==
            array_filter($run['tried'], static fn(TriedCheck $t): bool => RehearsalCheck::DIFFERS === $t->verdict);
        $likely = (new RunText($setup, $json, $run['tried']))->likely();
        $isPlaced = $isFound && 1 === preg_match(TruePlaces::OF[$fault], $likely[0]['at'] ?? '');
        $found += $isFound ? 1 : 0;
        $placed += $isPlaced ? 1 : 0;
        if (!$isFound) {
            $missed[] = sprintf('%s on %s', $fault, $name);
        } elseif (!$isPlaced) {
            $elsewhere[] = sprintf('%s on %s (%s)', $fault, $name, $likely[0]['at'] ?? 'nowhere');
        }
        $says([
            'face' => $face,
            'fault' => $fault,
            'setup' => $name,
            'found' => $isFound,
            'placed' => $isPlaced,
            'likely' => array_slice($likely, 0, 3),
            'tried' => array_map(
                static fn(TriedCheck $t): string => $t->check->number .
                    ' ' .
                    $t->verdict .
                    (null === $t->reason ? '' : ': ' . $t->reason),
                $run['tried'],
            ),
        ]);
    }
    printf(
        "| %s | %d | %d | %d | %s | %s |\n",
        $face,
        $shown,
        $found,
        $placed,
        implode('; ', $missed),
        implode('; ', $elsewhere),
    );
    $driver->end();
}
