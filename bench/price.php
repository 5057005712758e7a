<?php

declare(strict_types=1);

/*
 * Prices: states a second on one path, the totals of all combinations, and a price sheet of 10 000 rows; each beside a
 * plain loop that prices every combination by itself, which for the larger ones can only be extrapolated.
 */

use Ithrel\Bench\Families;
use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Compare\PriceSheetCheck;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Document\Today;

require __DIR__ . '/bootstrap.php';

$read = static fn(string $json): Reach => new Reach(Reader::shipped()->read($json, Today::of('2026-11-25')));
$seconds = static function (callable $work): float {
    $start = hrtime(true);
    $work();

    return (hrtime(true) - $start) / 1e9;
};

printf("%-44s %12s %10s | %12s %12s\n", 'all combinations', 'combinations', 'Ithrel s', 'loop s', 'loop/Ithrel');
$documents = [
    'independent options, 6 of 5 values' => json_encode(
        Families::document('independent options', 6),
        JSON_THROW_ON_ERROR,
    ),
];
foreach ([10, 40, 200] as $size) {
    $documents[sprintf('independent options, %d', $size)] = json_encode(
        Families::document('independent options', $size),
        JSON_THROW_ON_ERROR,
    );
}
$documents['all together, 200'] = json_encode(Families::document('all together', 200), JSON_THROW_ON_ERROR);
$documents['demo: modular chandelier'] = (string) file_get_contents(
    dirname(__DIR__) . '/demo/setups/09-admiralty-chandelier.json',
);
foreach ($documents as $name => $json) {
    $reach = $read($json);
    $count = gmp_strval($reach->selectable());
    $levels = [];
    $ours = $seconds(static function () use ($reach, &$levels): void {
        $levels = AllTotals::of($reach, false, 1, false)->levels();
    });
    $pricer = new Pricer($reach->setup);
    $priced = 0;
    $loop = $seconds(static function () use ($reach, $pricer, &$priced): void {
        foreach ((new Listing($reach))->from(gmp_init(0), 50_000) as $state) {
            $pricer->quote($state, 1);
            ++$priced;
        }
    });
    $all = strlen($count) > 300 ? INF : $loop * ((float) $count / $priced);
    printf(
        "%-44s %12s %10.3f | %12s %12.3g  %d totals\n",
        $name,
        strlen($count) > 9 ? $count[0] . '.' . $count[1] . 'e' . (strlen($count) - 1) : $count,
        $ours,
        ($priced < 50_000 ? '' : '~') . sprintf('%.3g', $all),
        $all / $ours,
        count($levels),
    );
}

$reach = $read((string) file_get_contents(dirname(__DIR__) . '/demo/setups/02-quay-desk-lamp.json'));
$pricer = new Pricer($reach->setup);
$states = iterator_to_array((new Listing($reach))->from(gmp_init(0), 1_000), false);
$warm = $seconds(static function () use ($states, $pricer): void {
    for ($i = 0; $i < 20; ++$i) {
        foreach ($states as $state) {
            $pricer->quote($state, 2);
        }
    }
});
printf("\none path, warm: %d states a second\n", (20 * count($states)) / $warm);

$reach = $read((string) file_get_contents(dirname(__DIR__) . '/demo/setups/01-harbour-pendant.json'));
$sheet = "size,finish,holder,cord,total\n";
for ($i = 0; $i < 10_000; ++$i) {
    $sheet .=
        ['s', 'm', 'l'][$i % 3] .
        ',' .
        ['brass', 'slate', 'chalk'][intdiv($i, 3) % 3] .
        ',e27,' .
        ['c1', 'c2', 'c3'][intdiv($i, 9) % 3] .
        ",120.00\n";
}
$took = $seconds(static function () use ($reach, $sheet): void {
    (new PriceSheetCheck($reach))->check(PriceSheet::read($reach->setup, $sheet));
});
$plain = $seconds(static function () use ($reach): void {
    $pricer = new Pricer($reach->setup);
    $states = iterator_to_array((new Listing($reach))->from(gmp_init(0), 100), false);
    for ($i = 0; $i < 10_000; ++$i) {
        $pricer->quote($states[$i % 100], 1);
    }
});
printf("price sheet of 10 000 rows: %.2f s (the pricing alone, in a plain loop: %.2f s)\n", $took, $plain);
