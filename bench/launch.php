<?php

declare(strict_types=1);

/*
 * Runs one command and says, on standard error, what it took: seconds, peak kilobytes, and whether it ended in time.
 * A process of its own, so that the memory of whoever measures is not counted: php launch.php SECONDS IN OUT COMMAND…
 */

[, $limit, $in, $out] = $argv;
$start = hrtime(true);
$pid = pcntl_fork();
if (0 === $pid) {
    pcntl_exec(
        '/bin/sh',
        [
            '-c',
            'in=$1; out=$2; shift 2; exec "$@" < "$in" > "$out" 2> /dev/null',
            'sh',
            $in,
            $out,
            ...array_slice($argv, 4),
        ],
        getenv(),
    );
    exit(127);
}
$usage = [];
$finished = 1;
while (0 === pcntl_wait($status, WNOHANG, $usage)) {
    if ((hrtime(true) - $start) / 1e9 > (float) $limit) {
        posix_kill($pid, SIGKILL);
        $finished = 0;
        pcntl_wait($status, 0, $usage);
        break;
    }
    usleep(300);
}
fprintf(STDERR, "%.4f %d %d\n", (hrtime(true) - $start) / 1e9, $usage['ru_maxrss'] ?? 0, $finished);
