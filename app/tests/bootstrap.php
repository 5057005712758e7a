<?php

declare(strict_types=1);

require dirname(__DIR__, 2) . '/vendor/autoload.php';

// Each suite has a place and a database of its own, made anew by the migrations for each run: suites run side by side.
// PHPUnit includes this file within a function, where $argv is not known.
$given = is_array($_SERVER['argv'] ?? null) ? $_SERVER['argv'] : [];
$at = array_search('--testsuite', $given, true);
$suite =
    is_int($at) && is_string($given[$at + 1] ?? null) ? (string) preg_replace('/[^a-z]/', '', $given[$at + 1]) : 'all';
$var = dirname(__DIR__, 2) . '/var/test/' . $suite;
putenv('ITHREL_VAR=' . $var);
putenv('ITHREL_DATABASE=' . $var . '/test.sqlite');
$_SERVER['ITHREL_VAR'] = $_ENV['ITHREL_VAR'] = $var;
$_SERVER['ITHREL_DATABASE'] = $_ENV['ITHREL_DATABASE'] = $var . '/test.sqlite';
if ('core' === $suite) {
    return;
}
if (!is_dir($var)) {
    mkdir($var, 0o777, true);
}
exec('rm -rf ' . escapeshellarg($var . '/cache'));
array_map(
    unlink(...),
    array_filter([$var . '/test.sqlite', $var . '/test.sqlite-wal', $var . '/test.sqlite-shm'], is_file(...)),
);
exec(
    sprintf(
        'APP_ENV=prod ITHREL_VAR=%s ITHREL_DATABASE=%s %s %s doctrine:migrations:migrate --no-interaction 2>&1',
        escapeshellarg($var),
        escapeshellarg($var . '/test.sqlite'),
        PHP_BINARY,
        escapeshellarg(dirname(__DIR__) . '/bin/console'),
    ),
    $lines,
    $status,
);
if (0 !== $status) {
    fwrite(STDERR, implode("\n", $lines) . "\n");
    exit(1);
}
