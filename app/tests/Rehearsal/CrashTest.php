<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Some processes are killed amid the work: no check is lost, and none has two results.
 */
final class CrashTest extends SeparateProcessesTestCase
{
    /**
     * @return iterable<string, array{bool}>
     */
    public static function queues(): iterable
    {
        yield 'the table' => [false];
        yield 'a Redis stream' => [true];
    }

    #[DataProvider('queues')]
    public function testKilledWorkersLoseNothing(bool $isStream): void
    {
        $queue = $isStream ? $this->redis() : '';
        $server = $this->application($queue);
        $run = $this->begin('09-admiralty-chandelier');
        $workers = [$this->worker(), $this->worker()];
        $this->await($run, static fn(array $r): bool => 'running' === $r['state'] && $r['agrees'] >= 10);
        foreach ($workers as $worker) {
            Processes::end($worker, SIGKILL);
        }
        // The application goes too, and comes back.
        Processes::end($server, SIGKILL);
        usleep(300_000);
        $this->serve();
        $before = $this->ask('GET', '/api/rehearsals/' . $run);
        self::assertSame('running', $before['state']);
        self::assertGreaterThan(0, $before['waiting'], 'They were killed amid the work.');
        $kept = array_filter(
            $this->ask('GET', '/api/rehearsals/' . $run . '/checks'),
            static fn(mixed $c): bool => is_array($c) && 'agrees' === $c['verdict'],
        );

        $this->letTimePass($queue);
        $this->worker();
        $this->worker();
        $after = $this->await($run, static fn(array $r): bool => 'done' === $r['state']);
        self::assertSame([244, 244, 0, 0], [$after['total'], $after['agrees'], $after['differs'], $after['noAnswer']]);
        $checks = $this->ask('GET', '/api/rehearsals/' . $run . '/checks');
        self::assertSame(range(1, 244), array_column($checks, 'number'), 'Each once.');
        foreach ($kept as $i => $check) {
            self::assertSame($check, $checks[$i], 'What was found before stays.');
        }
    }
}
