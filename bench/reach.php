<?php

declare(strict_types=1);

/*
 * Whole-process time and peak memory of `./ithrel check` on families of generated setups, beside the solver clingo
 * on the same setup: brave consequences (every value that can be reached, nothing else), and its projected count
 * where that ends within ten seconds. Ratios of one run on one machine; below 1 Ithrel is faster.
 */

use Ithrel\Bench\Families;
use Ithrel\Bench\Measured;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Today;
use Ithrel\Core\Tests\Support\Clingo;

require __DIR__.'/bootstrap.php';

$folder = sys_get_temp_dir().'/ithrel-bench-'.getmypid();
mkdir($folder);
printf("%-38s %5s %12s | %8s %7s | %8s %6s | %9s | %s\n", 'family', 'size', 'combinations', 'ithrel s', 'MB', 'brave s', 'ratio', 'count s', 'width, nodes');
foreach (Families::SIZES as $family => $sizes) {
    // Arguments name the families that are run; without any, all are.
    if ($argc > 1 && !in_array($family, array_slice($argv, 1), true)) {
        continue;
    }
    foreach ($sizes as $size) {
        $document = Families::document($family, $size);
        $json = json_encode($document, JSON_THROW_ON_ERROR);
        file_put_contents($folder.'/setup.json', $json);
        $check = Measured::best([dirname(__DIR__).'/ithrel', 'check', '--format=json', $folder.'/setup.json']);
        $reach = new Reach(Reader::shipped()->read($json, Today::of('2026-11-25')));
        $inputs = [];
        foreach ($reach->setup->options as $option) {
            $inputs[$option->code] = $reach->board->page->inputs[$option->index];
        }
        file_put_contents($folder.'/setup.lp', implode('', Clingo::programs($document, $inputs, $reach->setup)));
        $brave = Measured::best(['/usr/bin/clingo', '-n', '0', '-q', '--enum-mode=brave', '--project=show', '--warn=none', $folder.'/setup.lp']);
        $count = Measured::best(['/usr/bin/clingo', '-n', '0', '-q', '--project=show', '--warn=none', $folder.'/setup.lp'], limit: 10, times: 1);
        $width = $nodes = 0;
        foreach ($reach->compiled() as $component) {
            $width = max($width, $component->diagram?->width() ?? 0);
            $nodes += $component->diagram?->nodes() ?? 0;
        }
        /** @var array{counts: array{selectable: string|null}} $said */
        $said = json_decode($check->out, true, 64, JSON_THROW_ON_ERROR);
        $digits = $said['counts']['selectable'] ?? '?';
        printf("%-38s %5d %12s | %8.2f %7.0f | %8.2f %6.2f | %9s | %d, %d\n", $family, $size, strlen($digits) > 9 ? $digits[0].'.'.$digits[1].'e'.(strlen($digits) - 1) : $digits, $check->seconds, $check->kilobytes / 1024, $brave->seconds, $check->seconds / $brave->seconds, $count->finished ? sprintf('%.2f', $count->seconds) : '> 10', $width, $nodes);
    }
}
array_map(unlink(...), (array) glob($folder.'/*'));
rmdir($folder);
