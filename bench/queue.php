<?php

declare(strict_types=1);

/*
 * Do idle workers lock out who writes? Four processes write to the database, 200 transactions each, alone and beside
 * four workers that have nothing to do. Seconds of the whole, and the longest single write.
 */

use Ithrel\Shop\Tests\Processes;

require __DIR__ . '/bootstrap.php';

$folder = sys_get_temp_dir() . '/ithrel-bench-queue-' . getmypid();
mkdir($folder);
$root = dirname(__DIR__);
$environment = sprintf(
    'APP_ENV=prod ITHREL_VAR=%1$s ITHREL_DATABASE=%1$s/db.sqlite ITHREL_QUEUE=',
    escapeshellarg($folder),
);
$console = sprintf('%s exec %s %s/app/bin/console ', $environment, PHP_BINARY, $root);
exec(str_replace(' exec ', ' ', $console) . 'doctrine:migrations:migrate --no-interaction 2>&1', $lines, $status);
if (0 !== $status) {
    exit(implode("\n", $lines) . "\n");
}
file_put_contents(
    $folder . '/writer.php',
    <<<'PHP'
    <?php
    $database = new SQLite3($argv[1]);
    $database->enableExceptions(true);
    $database->busyTimeout(5000);
    $longest = 0.0;
    for ($i = 0; $i < 200; ++$i) {
        $start = hrtime(true);
        $database->exec('BEGIN IMMEDIATE');
        $database->exec("REPLACE INTO sign_in_try (who, tries, since) VALUES ('bench-$i', 1, 0)");
        $database->exec('COMMIT');
        $longest = max($longest, (hrtime(true) - $start) / 1e9);
        usleep(1000);
    }
    echo $longest;
    PHP
    ,
);
$write = static function () use ($folder): array {
    $start = hrtime(true);
    $running = $pipes = [];
    for ($i = 0; $i < 4; ++$i) {
        $process = proc_open(
            [PHP_BINARY, $folder . '/writer.php', $folder . '/db.sqlite'],
            [1 => ['pipe', 'w']],
            $pipes[$i],
        );
        $running[] = is_resource($process) ? $process : throw new RuntimeException('A writer does not start.');
    }
    $longest = 0.0;
    foreach ($running as $i => $process) {
        $longest = max($longest, (float) stream_get_contents($pipes[$i][1]));
        proc_close($process);
    }

    return [(hrtime(true) - $start) / 1e9, $longest];
};
$alone = array_map(static fn(): array => $write(), range(1, 3));
$workers = [];
for ($i = 0; $i < 4; ++$i) {
    $workers[] = Processes::start($console . 'work', $folder . '/worker-' . $i . '.log');
}
sleep(3);
$beside = array_map(static fn(): array => $write(), range(1, 3));
array_map(Processes::end(...), $workers);
sleep(1);
[$quickest, $quickestBeside] = [min(array_column($alone, 0)), min(array_column($beside, 0))];
printf(
    'four writers, 200 transactions each: alone %.2f s (longest write %.0f ms), beside four idle workers %.2f s ' .
        "(%.0f ms), ratio %.2f\n",
    $quickest,
    1000 * min(array_column($alone, 1)),
    $quickestBeside,
    1000 * min(array_column($beside, 1)),
    $quickestBeside / $quickest,
);
exec('rm -rf ' . escapeshellarg($folder));
