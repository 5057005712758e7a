<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use PHPUnit\Framework\Attributes\TestDox;
use Predis\Client;

/**
 * A worker as on another machine: it reaches the queue, the shop and a browser, and has neither the database nor the
 * folder of the application.
 */
final class RemoteWorkerTest extends SeparateProcessesTestCase
{
    #[
        TestDox(
            'checks are tried by a worker that has the queue and no database, over the shop interface and in a browser',
        ),
    ]
    public function testAWorkerNeedsNothingButTheQueue(): void
    {
        $queue = $this->redis();
        $this->application($queue);
        $this->worker('--only=desk');
        mkdir($this->folder . '/remote');
        mkdir($this->folder . '/remote/database');
        // A folder stands where its database would be, so that nothing could open or make one.
        $remote = str_replace(
            [
                'ITHREL_VAR=' . escapeshellarg($this->folder),
                'ITHREL_DATABASE=' . escapeshellarg($this->folder) . '/db.sqlite',
            ],
            [
                'ITHREL_VAR=' . escapeshellarg($this->folder . '/remote'),
                'ITHREL_DATABASE=' . escapeshellarg($this->folder . '/remote/database'),
            ],
            $this->environment,
        );
        self::assertStringNotContainsString('db.sqlite', $remote);

        $run = $this->begin('07-regatta-string-lights', ['address' => '', 'faults' => ['total-changes-at-checkout']]);
        $this->await($run, static fn(array $r): bool => 'running' === $r['state']);
        usleep(500_000);
        $waiting = $this->ask('GET', '/api/rehearsals/' . $run);
        self::assertSame($waiting['total'], $waiting['waiting'], 'Nobody here tries checks.');
        $this->worker('--only=checks', $remote);
        $done = $this->await($run, static fn(array $r): bool => 'done' === $r['state']);
        self::assertGreaterThan(0, $done['differs']);
        self::assertSame([$done['total'], 0], [$done['agrees'] + $done['differs'], $done['noAnswer']]);
        self::assertSame(
            [0, 0],
            [(new Client($queue))->exists('ithrel:run:' . $run . ':0'), (new Client($queue))->xlen('ithrel:checks')],
            'Nothing of it is left in the queue.',
        );

        $setup = $this->bringIn('07-regatta-string-lights');
        $address = self::text($this->ask('POST', "/api/setups/{$setup}/shop-page", []), 'address');
        $page = self::text(
            $this->ask('POST', "/api/setups/{$setup}/pages", [
                'address' => str_replace('/items/', '/with/total-changes-at-checkout/items/', $address),
            ]),
            'id',
        );
        for ($i = 0; $i < 600 && 'ready' !== $this->ask('GET', '/api/pages/' . $page)['state']; ++$i) {
            usleep(100_000);
        }
        $run = self::text(
            $this->ask('POST', "/api/setups/{$setup}/rehearsals", ['address' => '', 'page' => $page]),
            'id',
        );
        $this->await($run, static fn(array $r): bool => $r['differs'] > 0);
        $this->ask('POST', "/api/rehearsals/{$run}/cancel", []);
        $differing = null;
        foreach ($this->ask('GET', '/api/rehearsals/' . $run . '/checks') as $check) {
            $differing ??= is_array($check) && 'differs' === $check['verdict'] ? $check['number'] : null;
        }
        self::assertIsInt($differing);
        $pictures = $this->ask('GET', "/api/rehearsals/{$run}/checks/{$differing}")['pictures'];
        self::assertIsArray($pictures);
        self::assertContains('checkout', array_column($pictures, 'stage'), 'Its pictures came back by the queue.');
        self::assertStringStartsWith(
            "\xFF\xD8",
            $this->http->request('GET', array_column($pictures, 'picture')[0])->getContent(),
        );
    }
}
