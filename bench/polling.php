<?php

declare(strict_types=1);

/*
 * What watching a rehearsal costs the server while it runs: how far it is, and what changed, of runs of 90 and of 3 000
 * checks. Milliseconds of the quickest of twenty, over HTTP.
 */

use Ithrel\Shop\Tests\Processes;
use Symfony\Component\HttpClient\HttpClient;

require __DIR__ . '/bootstrap.php';

$folder = sys_get_temp_dir() . '/ithrel-bench-polling-' . getmypid();
mkdir($folder);
$root = dirname(__DIR__);
$environment = sprintf(
    'APP_ENV=prod ITHREL_VAR=%1$s ITHREL_DATABASE=%1$s/db.sqlite ITHREL_QUEUE= ITHREL_SHOP=%2$s',
    escapeshellarg($folder),
    Processes::shop($folder . '/shop'),
);
$console = sprintf('%s %s -d memory_limit=1G %s/app/bin/console ', $environment, PHP_BINARY, $root);
exec($console . 'doctrine:migrations:migrate --no-interaction 2>&1', $lines, $status);
if (0 !== $status) {
    exit(implode("\n", $lines) . "\n");
}
$port = Processes::freePort();
Processes::serve(
    sprintf(
        '%s exec %s -d opcache.enable=1 -d opcache.enable_cli=1 -d variables_order=EGPCS -S 127.0.0.1:%d -t %s %s',
        $environment,
        PHP_BINARY,
        $port,
        $root . '/app/public',
        $root . '/app/bin/router.php',
    ),
    $port,
    $folder . '/server.log',
);
$http = HttpClient::createForBaseUri('http://127.0.0.1:' . $port);
$setup = $http
    ->request('POST', '/api/setups', [
        'json' => ['text' => (string) file_get_contents($root . '/demo/setups/04-engraved-plate.json')],
    ])
    ->toArray()['id'];
$database = new SQLite3($folder . '/db.sqlite');
$database->enableExceptions(true);
$database->busyTimeout(5000);
$quickest = [];
foreach ([90, 3000] as $checks) {
    $run = $http
        ->request('POST', "/api/setups/{$setup}/rehearsals", [
            'json' => ['address' => '', 'faults' => ['total-changes-at-checkout']],
        ])
        ->toArray()['id'];
    exec($console . 'work --until-idle 2>&1', $lines, $status);
    $database->exec('DELETE FROM work_message');
    $last = (int) $database->querySingle("SELECT MAX(number) FROM rehearsal_check WHERE rehearsal_id = '{$run}'");
    for ($number = $last + 1; $number <= $checks; ++$number) {
        $database->exec(
            'INSERT INTO rehearsal_check (rehearsal_id, number, plan, verdict, found, differences, reason, ' .
                "milliseconds, unseen, pictures, turn) SELECT rehearsal_id, {$number}, plan, verdict, found, " .
                "differences, reason, milliseconds, unseen, pictures, {$number} FROM rehearsal_check WHERE " .
                "rehearsal_id = '{$run}' AND number = 1 + {$number} % {$last}",
        );
    }
    $database->exec("UPDATE rehearsal SET state = 'running', ended_at = NULL WHERE id = '{$run}'");
    $database->exec("UPDATE rehearsal_check SET verdict = 'waiting' WHERE rehearsal_id = '{$run}' AND number = 1");
    $turn = (int) $database->querySingle("SELECT MAX(turn) FROM rehearsal_check WHERE rehearsal_id = '{$run}'");
    foreach (["/api/rehearsals/{$run}", "/api/rehearsals/{$run}/checks?since=" . ($turn - 2)] as $what => $path) {
        for ($i = 0; $i < 20; ++$i) {
            $start = hrtime(true);
            $http->request('GET', $path)->getContent();
            $took = (hrtime(true) - $start) / 1e6;
            $quickest[$what][$checks] = min($took, $quickest[$what][$checks] ?? $took);
        }
    }
}
foreach (['how far it is' => 0, 'two checks that changed' => 1] as $words => $what) {
    printf(
        "%-24s 90 checks %6.1f ms, 3 000 checks %6.1f ms, ratio %.2f\n",
        $words,
        $quickest[$what][90],
        $quickest[$what][3000],
        $quickest[$what][3000] / $quickest[$what][90],
    );
}
exec('rm -rf ' . escapeshellarg($folder));
