<?php

declare(strict_types=1);

// How much of what is broken on purpose the tests notice: changes one token of core at a time, in a copy of the
// project, and runs the tests of its folder, then, where they pass, those of all of core.
//
//   php bench/mutants.php [--folder=Limit,Price] [--each=20] [--seed=1] [--wide]
//
// Of each folder a sample is taken, so the share is an estimate: of 20 that were tried, 17 noticed is 85 %, give or
// take 8. A change that makes no difference ("< 0" of a count) counts as one that was not noticed.

$options = getopt('', ['folder::', 'each::', 'seed::', 'wide']);
$each = max(1, (int) ($options['each'] ?? 20));
$seed = (int) ($options['seed'] ?? 1);
$root = dirname(__DIR__);
$folders = isset($options['folder'])
    ? explode(',', (string) $options['folder'])
    : array_map(basename(...), (array) glob($root . '/core/src/*', GLOB_ONLYDIR));

const OTHERWISE = [
    '<' => '<=',
    '<=' => '<',
    '>' => '>=',
    '>=' => '>',
    '===' => '!==',
    '!==' => '===',
    '&&' => '||',
    '||' => '&&',
    '+' => '-',
    '-' => '+',
    '!' => '',
    'true' => 'false',
    'false' => 'true',
    'break' => 'continue',
    'continue' => 'break',
];

/**
 * @return list<array{string, int, string}> file, number of the token, what stands there then
 */
function changes(string $folder): array
{
    $changes = [];
    foreach (
        new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS))
        as $file
    ) {
        if (!$file instanceof SplFileInfo || 'php' !== $file->getExtension()) {
            continue;
        }
        $isConstant = false;
        foreach (PhpToken::tokenize((string) file_get_contents($file->getPathname())) as $n => $token) {
            $isConstant = match (true) {
                $token->is([T_CONST, T_DECLARE]) => true,
                ';' === $token->text => false,
                default => $isConstant,
            };
            $text = $token->text;
            $to = match (true) {
                $isConstant => null,
                isset(OTHERWISE[$text]) => OTHERWISE[$text],
                $token->is(T_LNUMBER) && ctype_digit($text) => (string) (1 + (int) $text),
                default => null,
            };
            if (null !== $to) {
                $changes[] = [$file->getPathname(), $n, $to];
            }
        }
    }

    return $changes;
}

function changed(string $text, int $token, string $to): string
{
    $tokens = PhpToken::tokenize($text);
    $tokens[$token]->text = $to;

    return implode('', array_map(static fn(PhpToken $t): string => $t->text, $tokens));
}

/** Whether tests pass that are run in a copy. */
function passes(string $copy, string $tests, int $seconds): bool
{
    $command = sprintf(
        'cd %s && timeout %d php -d memory_limit=2G vendor/bin/phpunit --stop-on-failure --no-output %s 2>/dev/null',
        escapeshellarg($copy),
        $seconds,
        escapeshellarg($tests),
    );
    exec($command, $lines, $exit);

    return 0 === $exit;
}

$copy = sys_get_temp_dir() . '/ithrel-mutants-' . getmypid();
mkdir($copy);
register_shutdown_function(static fn() => exec('rm -rf ' . escapeshellarg($copy)));
exec(
    sprintf(
        'cd %s && cp -r app core shop docs demo bench phpunit.xml composer.json ithrel %s && cp -r vendor %2$s',
        escapeshellarg($root),
        escapeshellarg($copy),
    ),
);
mt_srand($seed);
[$tried, $noticed] = [0, 0];
foreach ($folders as $folder) {
    $tests = "core/tests/{$folder}";
    if (!is_dir("{$copy}/{$tests}")) {
        printf("%-12s has no tests of its own\n", $folder);
        continue;
    }
    $start = hrtime(true);
    if (!passes($copy, $tests, 900)) {
        fwrite(STDERR, "{$folder}: its tests do not pass as it is.\n");
        exit(1);
    }
    // What takes thrice as long does not end.
    $seconds = 10 + 3 * intdiv((int) (hrtime(true) - $start), 1_000_000_000);
    $all = changes("{$copy}/core/src/{$folder}");
    shuffle($all);
    $sample = array_slice($all, 0, $each);
    $found = 0;
    foreach ($sample as [$file, $token, $to]) {
        $text = (string) file_get_contents($file);
        file_put_contents($file, changed($text, $token, $to));
        $isNoticed =
            !passes($copy, $tests, $seconds) || (isset($options['wide']) && !passes($copy, 'core/tests', 1200));
        file_put_contents($file, $text);
        $found += $isNoticed ? 1 : 0;
        if (!$isNoticed) {
            $from = PhpToken::tokenize($text)[$token];
            printf(
                "  %s:%d  %s -> %s\n",
                substr($file, strlen($copy) + 1),
                $from->line,
                $from->text,
                '' === $to ? '(gone)' : $to,
            );
        }
    }
    [$tried, $noticed] = [$tried + count($sample), $noticed + $found];
    printf("%-12s %d of %d noticed, of %d that can be changed\n", $folder, $found, count($sample), count($all));
}
printf("%-12s %d of %d noticed, %d %%\n", 'together', $noticed, $tried, intdiv(100 * $noticed, max(1, $tried)));
