<?php

declare(strict_types=1);

/*
 * Checks a minute on a shop's page, with one browser and with two side by side, beside the same checks over the shop
 * interface, and the seconds that a map of a page with ten options takes. Ratios of one run on one machine; the shop,
 * the browsers and the checks share its cores.
 *
 *   php bench/pages.php [CHECKS]
 */

use Ithrel\App\Browser\Driver;
use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\App\Rehearsal\ShopDoor;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Document\Today;
use Ithrel\Shop\Tests\Processes;
use Symfony\Component\HttpClient\HttpClient;

require __DIR__ . '/bootstrap.php';

const TODAY = '2026-11-24';
$most = (int) ($argv[1] ?? 24);
$folder = sys_get_temp_dir() . '/ithrel-pages-' . getmypid();
mkdir($folder, 0o711);
$root = dirname(__DIR__);
$port = Processes::freePort();
Processes::serve(
    sprintf(
        'ITHREL_SHOP_VAR=%1$s ITHREL_TODAY=%4$s PHP_CLI_SERVER_WORKERS=4 exec %5$s -d variables_order=EGPCS -S ' .
            '127.0.0.1:%2$d -t %3$s/shop/public %3$s/shop/public/index.php',
        escapeshellarg($folder),
        $port,
        escapeshellarg($root),
        TODAY,
        PHP_BINARY,
    ),
    $port,
    $folder . '/log',
);
$publish = static function (string $file, string $name) use ($port): array {
    $json = (string) file_get_contents($file);
    file_get_contents(
        "http://127.0.0.1:{$port}/items/{$name}",
        false,
        stream_context_create([
            'http' => ['method' => 'PUT', 'header' => 'Content-Type: application/json', 'content' => $json],
        ]),
    );
    $reach = new Reach(Reader::shipped()->read($json, Today::of(TODAY)));

    return [$reach->setup, Planner::plan($reach), "http://127.0.0.1:{$port}/items/{$name}", hash('sha256', $json)];
};
$hosts = ['127.0.0.1:' . $port];

[$setup, $plan, $page] = $publish($root . '/demo/setups/02-quay-desk-lamp.json', 'desk');
$driver = new Driver($hosts);
$pilot = new Pilot($driver);
$pilot->visit($page);
$start = microtime(true);
$map = (new PageMapper($pilot, $setup, $plan, $page, $folder, false))->map();
printf("a map of %d options: %.1f s\n\n", count($map->options), microtime(true) - $start);

[$setup, $plan, $page, $sha256] = $publish($root . '/demo/setups/08-signal-lantern.json', 'lantern');
$map = (new PageMapper($pilot, $setup, $plan, $page, $folder, false))->map();
$driver->end();
$checks = array_slice(
    array_values(
        array_filter($plan->checks, static fn($check): bool => null === $check->sent && 'form' === $check->route),
    ),
    0,
    $most,
);

$door = new ShopDoor(HttpClient::create(), ShopAddress::of($page, ['127.0.0.1']), 10, $sha256);
$start = microtime(true);
foreach ($checks as $check) {
    $door->try($check, static fn() => null);
}
$interface = (60 * count($checks)) / (microtime(true) - $start);

/** So many browsers, each a process of its own with every so-manieth check. */
$browsers = static function (int $count) use ($checks, $setup, $map, $page, $hosts, $folder): float {
    $start = microtime(true);
    $children = [];
    for ($n = 0; $n < $count; ++$n) {
        $child = pcntl_fork();
        if (0 === $child) {
            $driver = new Driver($hosts);
            $pilot = new Pilot($driver);
            $own = PageMap::fromArray($map->toArray(), $page);
            $door = new PageDoor($pilot, $setup, $own, new Shopper($pilot, $setup, $own, $folder), false);
            foreach ($checks as $i => $check) {
                if ($i % $count === $n) {
                    $door->try($check);
                }
            }
            $driver->end();
            posix_kill(getmypid(), SIGKILL);
        }
        $children[] = $child;
    }
    foreach ($children as $child) {
        pcntl_waitpid($child, $status);
    }

    return (60 * count($checks)) / (microtime(true) - $start);
};
printf("%-32s %10s %8s\n", count($checks) . ' checks, the browser begun too', 'a minute', 'ratio');
printf("%-32s %10.0f %8.2f\n", 'over the shop interface', $interface, 1);
foreach ([1, 2] as $count) {
    $rate = $browsers($count);
    printf("%-32s %10.0f %8.2f\n", $count . ' browser' . (1 === $count ? '' : 's'), $rate, $rate / $interface);
}
