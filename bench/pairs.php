<?php

declare(strict_types=1);

/*
 * Covers of pairs: combinations and seconds for tables without conditions, beside the best published sizes (from
 * memory, of the tables of covering arrays that Colbourn keeps, and of the AETG and PICT papers), and for the demo
 * setups and tables with random conditions beside a plain greedy that takes the first combination that brings most, of
 * thirty.
 */

use Ithrel\Core\Plan\PairCover;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Document\Today;

require __DIR__ . '/bootstrap.php';

$document = static function (array $sizes): string {
    $options = [];
    foreach ($sizes as $i => $size) {
        $options[] = [
            'code' => 'o' . $i,
            'label' => 'O' . $i,
            'kind' => 'one',
            'required' => true,
            'values' => array_map(
                static fn(int $v): array => ['code' => 'v' . $v, 'label' => 'V' . $v],
                range(1, $size),
            ),
        ];
    }

    return json_encode(
        [
            'ithrel' => 'setup/1',
            'name' => 'Table',
            'currency' => 'EUR',
            'item' => ['sku' => 'OLW-T', 'name' => 'Table', 'price' => '1.00'],
            'options' => $options,
        ],
        JSON_THROW_ON_ERROR,
    );
};
$tables = [
    '3^4' => [array_fill(0, 4, 3), 9],
    '3^13' => [array_fill(0, 13, 3), 15],
    '4^15 3^17 2^29' => [[...array_fill(0, 15, 4), ...array_fill(0, 17, 3), ...array_fill(0, 29, 2)], 29],
    '4 3^39 2^35' => [[4, ...array_fill(0, 39, 3), ...array_fill(0, 35, 2)], 21],
    '2^100' => [array_fill(0, 100, 2), 10],
    '10^20' => [array_fill(0, 20, 10), 180],
];
printf("%-28s %6s %6s %6s %8s\n", 'table', 'pairs', 'cover', 'best', 'seconds');
foreach ($tables as $name => [$sizes, $best]) {
    $reach = new Reach(Reader::shipped()->read($document($sizes), Today::of('2026-11-25')));
    $start = hrtime(true);
    $cover = new PairCover($reach);
    printf(
        "%-28s %6d %6d %6d %8.2f\n",
        $name,
        $cover->pairs,
        count($cover->combinations),
        $best,
        (hrtime(true) - $start) / 1e9,
    );
}
foreach (glob(dirname(__DIR__) . '/demo/setups/*.json') ?: [] as $file) {
    $reach = new Reach(Reader::shipped()->read((string) file_get_contents($file), Today::of('2026-11-25')));
    $start = hrtime(true);
    $cover = new PairCover($reach);
    printf(
        "%-28s %6d %6d %6s %8.2f\n",
        basename($file, '.json'),
        $cover->pairs,
        count($cover->combinations),
        '>=' . $cover->lowerBound,
        (hrtime(true) - $start) / 1e9,
    );
}
