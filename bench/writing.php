<?php

declare(strict_types=1);

/*
 * The demo setups written in the Outline from an empty sheet, a page of eight options and a table of eighteen rows
 * brought in, in a real browser: what a hand does for it, how long a person would take by the keystroke-level model,
 * and whether what stands there in the end says what it should.
 *
 *   php bench/writing.php [FILE…|none]
 */

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Ithrel\App\Browser\Driver;
use Ithrel\Bench\Writing\Hand;
use Ithrel\Bench\Writing\Writer;
use Ithrel\Shop\Tests\Processes;

require __DIR__ . '/bootstrap.php';

$root = dirname(__DIR__);
$files = array_slice($argv, 1);
$folder = sys_get_temp_dir() . '/ithrel-writing-' . getmypid();
mkdir($folder, 0o700, true);
[$port, $shop, $driver] = [Processes::freePort(), Processes::freePort(), Processes::freePort()];
Processes::serve(
    sprintf(
        'ITHREL_VAR=%1$s ITHREL_DATABASE=%1$s/ithrel.sqlite exec %2$s/ithrel demo --port=%3$d --shop-port=%4$d',
        escapeshellarg($folder),
        escapeshellarg($root),
        $port,
        $shop,
    ),
    $port,
    $folder . '/demo.log',
);
Processes::serve('exec chromedriver --port=' . $driver, $driver, $folder . '/driver.log');
$capabilities = DesiredCapabilities::chrome();
$capabilities->setCapability(ChromeOptions::CAPABILITY, Driver::options(['--force-prefers-reduced-motion']));

/** Members sorted, and what means the same written alike, so that two documents can be compared. */
$plain = static function (mixed $of) use (&$plain): mixed {
    if (!is_array($of)) {
        return is_int($of) ? (string) $of : $of;
    }
    $of = array_map($plain, $of);
    if (!array_is_list($of)) {
        ksort($of);
    }
    if (isset($of['is']) && is_array($of['is']) && 1 === count($of['is'])) {
        $of['is'] = $of['is'][0];
    }

    return $of;
};
/** Places at which two documents say something else. */
$differences = static function (mixed $wanted, mixed $found, string $at = '') use (&$differences): array {
    if (is_array($wanted) && is_array($found)) {
        $places = [];
        foreach (array_unique([...array_keys($wanted), ...array_keys($found)]) as $key) {
            array_push($places, ...$differences($wanted[$key] ?? null, $found[$key] ?? null, $at . '/' . $key));
        }

        return $places;
    }

    return $wanted === $found ? [] : [$at];
};

printf(
    "%-28s %7s %6s %6s %10s %8s  %s\n",
    'setup',
    'options',
    'clicks',
    'keys',
    'a person',
    'here',
    'what differs or needs JSON',
);
foreach ([] === $files ? (glob($root . '/demo/setups/*.json') ?: []) : array_diff($files, ['none']) as $file) {
    $browser = RemoteWebDriver::create('http://127.0.0.1:' . $driver, $capabilities);
    try {
        $document = json_decode((string) file_get_contents($file), true, 512, JSON_THROW_ON_ERROR);
        $start = microtime(true);
        $browser->get('http://127.0.0.1:' . $port . '/');
        $hand = new Hand($browser);
        $hand->click('//button[normalize-space()="Begin from nothing"]');
        $hand->click('//button[contains(., "Write in it")]');
        $hand->await('//aside[contains(@class, "sheet")]//input[@aria-label="Name of the setup"]');
        $writer = new Writer($hand, $document);
        $trouble = null;
        try {
            $writer->write();
        } catch (Throwable $e) {
            $trouble = $e->getMessage();
        }
        $hand->click('//button[contains(., "Save as revision 2") and not(@disabled)]');
        usleep(1_500_000);
        preg_match('~/setups/([^/]+)~', $browser->getCurrentURL(), $id);
        $written = json_decode(
            (string) file_get_contents('http://127.0.0.1:' . $port . '/api/setups/' . ($id[1] ?? '') . '/document'),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );
        $differ = array_slice($differences($plain($document), $plain($written)), 0, 12);
        printf(
            "%-28s %7d %6d %6d %6d:%02d min %6.1f s  %s\n",
            basename($file, '.json'),
            count($document['options']),
            $hand->clicks,
            $hand->keys,
            $hand->seconds / 60,
            $hand->seconds % 60,
            microtime(true) - $start,
            implode('; ', [...null === $trouble ? [] : [strtok($trouble, "\n")], ...$writer->needsJson, ...$differ]) ?:
            'nothing',
        );
    } finally {
        $browser->quit();
    }
}

$pages = Processes::freePort();
Processes::serve(
    sprintf('exec %s -S 127.0.0.1:%d -t %s', PHP_BINARY, $pages, escapeshellarg(__DIR__ . '/Writing')),
    $pages,
    $folder . '/pages.log',
);
$sheet = '//aside[contains(@class, "sheet")]';
$write = static fn(Hand $hand, string $words, string $text) => $hand->write(
    '//aside[contains(@class, "sheet")]//input[@aria-label="' . $words . '"]',
    $text,
);
$tasks = [
    'a page with 8 options' => static function (Hand $hand) use ($pages, $write, $sheet): void {
        $hand->write('//input[@aria-label="Address of a page"]', 'http://127.0.0.1:' . $pages . '/lightship.html');
        $hand->write('//input[@aria-label="item sku"]', 'OLW-LS-1');
        $hand->click('//button[contains(., "Take it")]');
        // What the page says in words alone, said in the Outline.
        $hand->click('//button[contains(., "Write in it")]');
        $hand->write('//section[@id="at/options/0"]//tbody/tr[3]//input[@aria-label="Stock"]', '0');
        $hand->click('//section[@id="at/options/2"]//h2');
        $hand->write($sheet . '//fieldset[legend[normalize-space()="Picks"]]//input[@aria-label="Most"]', '2');
        $hand->click('//section[@id="at/options/4"]//h2');
        $write($hand, 'Charge', '0.40 a character');
        $hand->click('//section[@id="at/options/7"]//h2');
        $write($hand, 'Largest, in bytes', '5000000');
        $hand->click('//button[contains(., "Save as revision 2") and not(@disabled)]');
    },
    '18 rows from a spreadsheet' => static function (Hand $hand): void {
        $cells = [['Size', 'Finish', 'Glass', 'Price', 'SKU', 'Stock']];
        foreach (['Small', 'Medium', 'Large'] as $s => $size) {
            foreach (['Brass', 'Copper', 'Zinc'] as $f => $finish) {
                foreach (['Clear', 'Opal'] as $g => $glass) {
                    $cells[] = [
                        $size,
                        $finish,
                        $glass,
                        number_format(80 + 20 * $s + 5 * $f + 3 * $g, 2),
                        'OLW-T-' . $size[0] . $finish[0] . $glass[0],
                        (string) (3 + $s + $f),
                    ];
                }
            }
        }
        $hand->fill(
            '//textarea[@aria-label="Cells"]',
            implode("\n", array_map(static fn(array $line): string => implode("\t", $line), $cells)),
        );
        $hand->click('//section[contains(@class, "draft")]//form[2]//button');
        $hand->write('//input[@aria-label="item name"]', 'Tidemark lamp');
        $hand->write('//input[@aria-label="item sku"]', 'OLW-T');
        $hand->write('//input[@aria-label="item price"]', '80.00');
        $hand->click('//button[contains(., "Take it")]');
    },
];
printf("\n%-28s %6s %6s %10s %8s  %s\n", 'brought in', 'clicks', 'keys', 'a person', 'here', 'selectable, findings');
foreach ($tasks as $name => $task) {
    $browser = RemoteWebDriver::create('http://127.0.0.1:' . $driver, $capabilities);
    try {
        $start = microtime(true);
        $browser->get('http://127.0.0.1:' . $port . '/');
        $hand = new Hand($browser);
        $task($hand);
        $hand->await('//nav//*[contains(., "Outline")]');
        usleep(1_500_000);
        preg_match('~/setups/([^/?]+)~', $browser->getCurrentURL(), $id);
        $desk = json_decode(
            (string) file_get_contents('http://127.0.0.1:' . $port . '/api/setups/' . ($id[1] ?? '')),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );
        printf(
            "%-28s %6d %6d %6d:%02d min %6.1f s  %s; %s\n",
            $name,
            $hand->clicks,
            $hand->keys,
            $hand->seconds / 60,
            $hand->seconds % 60,
            microtime(true) - $start,
            $desk['counts']['selectable'] ?? '?',
            implode(
                ' | ',
                array_map(static fn(array $f): string => $f['severity'] . ' ' . $f['code'], $desk['findings'] ?? []),
            ),
        );
    } catch (Throwable $e) {
        printf("%-28s %s\n", $name, strtok($e->getMessage(), "\n"));
    } finally {
        $browser->quit();
    }
}
