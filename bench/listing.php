<?php

declare(strict_types=1);

/*
 * Rows a second to CSV: `./ithrel list` beside SQLite's own shell writing the same cross join (labels only, without
 * number, SKU and price). The shell comes with Debian's package sqlite3.
 */

use Ithrel\Bench\Measured;

require __DIR__ . '/bootstrap.php';

$folder = sys_get_temp_dir() . '/ithrel-bench-' . getmypid();
mkdir($folder);
$options = [];
$sql = '';
for ($o = 0; $o < 9; ++$o) {
    $values = [];
    $sql .= "create table t{$o}(v text);";
    for ($v = 0; $v < 5; ++$v) {
        $values[] = ['code' => 'v' . $v, 'label' => 'Value ' . $v, 'charge' => (string) $v, 'sku' => 'V' . $v];
        $sql .= "insert into t{$o} values('Value {$v}');";
    }
    $options[] = [
        'code' => 'o' . $o,
        'label' => 'Option ' . $o,
        'kind' => 'one',
        'required' => true,
        'values' => $values,
    ];
}
$rows = 5 ** 9;
$limit = 400_000;
file_put_contents(
    $folder . '/wide.json',
    json_encode(
        [
            'ithrel' => 'setup/1',
            'name' => 'Wide',
            'currency' => 'EUR',
            'item' => ['sku' => 'W', 'name' => 'Wide', 'price' => '10'],
            'options' => $options,
        ],
        JSON_THROW_ON_ERROR,
    ),
);
file_put_contents(
    $folder . '/join.sql',
    $sql .
        "\n.mode csv\nselect " .
        implode(', ', array_map(static fn(int $o): string => "t{$o}.v", range(0, 8))) .
        ' from ' .
        implode(' cross join ', array_map(static fn(int $o): string => 't' . $o, range(0, 8))) .
        " limit {$limit};\n",
);
$ours = Measured::best(
    [dirname(__DIR__) . '/ithrel', 'list', '--format=csv', '--limit=' . $limit, $folder . '/wide.json'],
    times: 2,
);
printf("combinations %d, rows written %d\n", $rows, $limit);
printf("ithrel list --format=csv: %8.0f rows a second\n", $limit / $ours->seconds);
if (is_executable('/usr/bin/sqlite3')) {
    $theirs = Measured::best(['/usr/bin/sqlite3', ':memory:'], $folder . '/join.sql', times: 2);
    printf(
        "sqlite3 .mode csv:        %8.0f rows a second, ratio %.1f\n",
        $limit / $theirs->seconds,
        $ours->seconds / $theirs->seconds,
    );
} else {
    echo "sqlite3 is not installed (Debian package sqlite3); nothing to compare with\n";
}
array_map(unlink(...), (array) glob($folder . '/*'));
rmdir($folder);
