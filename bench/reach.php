<?php

declare(strict_types=1);

/*
 * Whole-process time and peak memory of `./ithrel check` on families of generated setups, beside the solver clingo
 * on the same setup: brave consequences (every value that can be reached, nothing else). Ten seeds of each family, with
 * the median and the worst. Ratios of one run on one machine; below 1 Ithrel is faster.
 */

use Ithrel\Bench\Families;
use Ithrel\Bench\Measured;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Tests\Support\Clingo;

require __DIR__ . '/bootstrap.php';

$folder = sys_get_temp_dir() . '/ithrel-bench-' . getmypid();
mkdir($folder);
$seeds = (int) (getenv('ITHREL_BENCH_SEEDS') ?: 10);
printf("%-38s %5s | %-23s | %-15s | %-23s | %-15s | %s\n", '', '', 'ithrel s', 'MB', 'brave s', 'ratio', 'worst seed:');
printf(
    "%-38s %5s | %7s %7s %7s | %7s %7s | %7s %7s %7s | %7s %7s | %s\n",
    'family',
    'size',
    'median',
    'worst',
    '',
    'median',
    'worst',
    'median',
    'worst',
    '',
    'median',
    'worst',
    'combinations, width, nodes',
);
foreach (Families::SIZES as $family => $sizes) {
    // Arguments name the families that are run; without any, all are.
    if ($argc > 1 && !in_array($family, array_slice($argv, 1), true)) {
        continue;
    }
    foreach ($sizes as $size) {
        $rows = [];
        for ($seed = 0; $seed < $seeds; ++$seed) {
            $document = Families::document($family, $size, $seed);
            $json = json_encode($document, JSON_THROW_ON_ERROR);
            file_put_contents($folder . '/setup.json', $json);
            $check = Measured::best(
                [dirname(__DIR__) . '/ithrel', 'check', '--format=json', $folder . '/setup.json'],
                times: 3,
            );
            $reach = new Reach(Reader::shipped()->read($json, Today::of('2026-11-25')));
            $inputs = [];
            foreach ($reach->setup->options as $option) {
                $inputs[$option->code] = $reach->board->page->inputs[$option->index];
            }
            file_put_contents($folder . '/setup.lp', implode('', Clingo::programs($document, $inputs, $reach->setup)));
            $brave = Measured::best(
                [
                    '/usr/bin/clingo',
                    '-n',
                    '0',
                    '-q',
                    '--enum-mode=brave',
                    '--project=show',
                    '--warn=none',
                    $folder . '/setup.lp',
                ],
                times: 3,
            );
            $width = $nodes = 0;
            foreach ($reach->compiled() as $component) {
                $width = max($width, $component->diagram?->width() ?? 0);
                $nodes += $component->diagram?->nodes() ?? 0;
            }
            /** @var array{counts: array{selectable: string|null}} $said */
            $said = json_decode($check->out, true, 64, JSON_THROW_ON_ERROR);
            $digits = $said['counts']['selectable'] ?? '?';
            $count = strlen($digits) > 9 ? $digits[0] . '.' . $digits[1] . 'e' . (strlen($digits) - 1) : $digits;
            $rows[] = [
                'ithrel' => $check->seconds,
                'mb' => $check->kilobytes / 1024,
                'brave' => $brave->seconds,
                'ratio' => $check->seconds / $brave->seconds,
                'note' => sprintf('%d: %s, %d, %d', $seed, $count, $width, $nodes),
            ];
        }
        $of = static function (string $key) use ($rows): array {
            $values = array_column($rows, $key);
            sort($values);

            return [$values[intdiv(count($values), 2)], $values[count($values) - 1]];
        };
        // The worst is the one that is furthest beyond what is aimed at: the solver's time, or a quarter of a second.
        usort(
            $rows,
            static fn(array $a, array $b): int => $b['ithrel'] / max($b['brave'], 0.25) <=>
                $a['ithrel'] / max($a['brave'], 0.25),
        );
        printf(
            "%-38s %5d | %7.2f %7.2f %7s | %7.0f %7.0f | %7.2f %7.2f %7s | %7.2f %7.2f | %s%s\n",
            $family,
            $size,
            ...$of('ithrel'),
            ...[''],
            ...$of('mb'),
            ...$of('brave'),
            ...[''],
            ...$of('ratio'),
            ...[
                $rows[0]['note'],
                $rows[0]['ithrel'] > max($rows[0]['brave'], 0.25)
                    ? sprintf('  beyond the aim: %.2f beside %.2f', $rows[0]['ithrel'], $rows[0]['brave'])
                    : '',
            ],
        );
    }
}
array_map(unlink(...), (array) glob($folder . '/*'));
rmdir($folder);
