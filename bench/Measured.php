<?php

declare(strict_types=1);

namespace Ithrel\Bench;

/**
 * What one run of a command took.
 */
final readonly class Measured
{
    /**
     * @param float  $seconds   wall clock
     * @param int    $kilobytes peak of resident memory
     * @param bool   $finished  whether it ended by itself within its time
     * @param string $out       standard output
     */
    private function __construct(
        public float $seconds,
        public int $kilobytes,
        public bool $finished,
        public string $out,
    ) {}

    /**
     * Runs a command the given number of times and keeps the fastest run.
     *
     * @param non-empty-list<string> $command program and arguments
     * @param string                 $in      file for standard input
     * @param int                    $limit   seconds after which it is ended
     */
    public static function best(array $command, string $in = '/dev/null', int $limit = 60, int $times = 5): self
    {
        $best = null;
        for ($i = 0; $i < $times; ++$i) {
            $run = self::once($command, $in, $limit);
            $best = null === $best || $run->seconds < $best->seconds ? $run : $best;
            if (!$run->finished) {
                break;
            }
        }

        return $best ?? throw new \LogicException('At least one run is needed.');
    }

    /**
     * @param non-empty-list<string> $command
     */
    private static function once(array $command, string $in, int $limit): self
    {
        $out = (string) tempnam(sys_get_temp_dir(), 'bench');
        $process = proc_open(
            [PHP_BINARY, __DIR__ . '/launch.php', (string) $limit, $in, $out, ...$command],
            [2 => ['pipe', 'w']],
            $pipes,
        );
        if (!is_resource($process)) {
            throw new \RuntimeException('The command does not start.');
        }
        sscanf((string) stream_get_contents($pipes[2]), '%f %d %d', $seconds, $kilobytes, $finished);
        proc_close($process);
        $text = (string) file_get_contents($out);
        unlink($out);

        return new self((float) $seconds, (int) $kilobytes, 1 === $finished, $text);
    }
}
