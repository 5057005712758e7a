<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Queue\WorkQueue;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Predis\Client;
use Symfony\Component\HttpClient\HttpClient;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * The application, its workers and the shop as processes of their own, of which some are killed amid the work: no check
 * is lost, and none has two results.
 */
final class CrashTest extends TestCase
{
    private string $folder;
    private string $environment;
    private HttpClientInterface $http;

    /** @var list<int> */
    private array $groups = [];

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/ithrel-crash-'.bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(Processes::end(...), $this->groups);
        usleep(300_000);
        exec('rm -rf '.escapeshellarg($this->folder));
    }

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
        $this->environment = sprintf('APP_ENV=prod ITHREL_VAR=%s ITHREL_DATABASE=%1$s/db.sqlite ITHREL_TODAY=2026-11-24 ITHREL_SHOP=%s ITHREL_QUEUE=%s', escapeshellarg($this->folder), Processes::shop($this->folder.'/shop'), $queue);
        exec($this->environment.' '.$this->console('doctrine:migrations:migrate --no-interaction').' 2>&1', $lines, $status);
        self::assertSame(0, $status, implode("\n", $lines));
        $port = Processes::freePort();
        $app = sprintf('%s PHP_CLI_SERVER_WORKERS=2 exec %s -d variables_order=EGPCS -S 127.0.0.1:%d -t %s %s', $this->environment, PHP_BINARY, $port, self::root().'/app/public', self::root().'/app/bin/router.php');
        $server = $this->groups[] = Processes::serve($app, $port, $this->folder.'/server.log');
        $this->http = HttpClient::createForBaseUri('http://127.0.0.1:'.$port);

        $setup = $this->ask('POST', '/api/setups', ['text' => (string) file_get_contents(self::root().'/demo/setups/09-admiralty-chandelier.json')])['id'];
        $run = $this->ask('POST', '/api/setups/'.$setup.'/rehearsals', ['address' => '', 'faults' => []])['id'];
        $workers = [$this->worker(), $this->worker()];
        $this->await($run, static fn (array $r): bool => 'running' === $r['state'] && $r['agrees'] >= 10);
        foreach ($workers as $worker) {
            Processes::end($worker, SIGKILL);
        }
        // The application goes too, and comes back.
        Processes::end($server, SIGKILL);
        usleep(300_000);
        $this->groups[] = Processes::serve($app, $port, $this->folder.'/server.log');
        $before = $this->ask('GET', '/api/rehearsals/'.$run);
        self::assertSame('running', $before['state']);
        self::assertGreaterThan(0, $before['waiting'], 'They were killed amid the work.');
        $kept = array_filter($this->ask('GET', '/api/rehearsals/'.$run.'/checks'), static fn (mixed $c): bool => is_array($c) && 'agrees' === $c['verdict']);

        $this->letTimePass($queue);
        $this->groups[] = $this->worker();
        $this->groups[] = $this->worker();
        $after = $this->await($run, static fn (array $r): bool => 'done' === $r['state']);
        self::assertSame([244, 244, 0, 0], [$after['total'], $after['agrees'], $after['differs'], $after['noAnswer']]);
        $checks = $this->ask('GET', '/api/rehearsals/'.$run.'/checks');
        self::assertSame(range(1, 244), array_column($checks, 'number'), 'Each once.');
        foreach ($kept as $i => $check) {
            self::assertSame($check, $checks[$i], 'What was found before stays.');
        }
    }

    private function redis(): string
    {
        $port = Processes::freePort();
        $this->groups[] = Processes::serve(sprintf('exec redis-server --port %d --bind 127.0.0.1 --save "" --appendonly no --dir %s', $port, escapeshellarg($this->folder)), $port, $this->folder.'/redis.log');

        return 'tcp://127.0.0.1:'.$port;
    }

    private function worker(): int
    {
        return Processes::start($this->environment.' exec '.$this->console('work'), $this->folder.'/worker-'.bin2hex(random_bytes(3)).'.log');
    }

    /** Lets the time pass for which the dead held their jobs. */
    private function letTimePass(string $queue): void
    {
        if ('' === $queue) {
            $database = new \SQLite3($this->folder.'/db.sqlite');
            $database->busyTimeout(5000);
            $database->exec('UPDATE work SET held_until = 0');
            $database->close();

            return;
        }
        $redis = new Client($queue);
        $pending = $redis->executeRaw(['XPENDING', 'ithrel:work', 'workers', '-', '+', '100']);
        foreach (is_array($pending) ? $pending : [] as $each) {
            self::assertIsArray($each);
            $redis->executeRaw(['XCLAIM', 'ithrel:work', 'workers', 'dead', '0', $each[0], 'IDLE', (string) (1000 * (WorkQueue::HELD + 1)), 'JUSTID']);
        }
    }

    /**
     * @param callable(array<array-key, mixed>): bool $is
     *
     * @return array<array-key, mixed>
     */
    private function await(string $run, callable $is): array
    {
        for ($i = 0; $i < 600; ++$i) {
            $data = $this->ask('GET', '/api/rehearsals/'.$run);
            if ($is($data)) {
                return $data;
            }
            usleep(50_000);
        }
        self::fail('It does not come to pass: '.json_encode($data ?? null).implode("\n", array_map(static fn (string $f): string => (string) file_get_contents($f), glob($this->folder.'/worker-*.log') ?: [])));
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<array-key, mixed>
     */
    private function ask(string $method, string $path, ?array $body = null): array
    {
        return $this->http->request($method, $path, null === $body ? [] : ['json' => $body])->toArray();
    }

    private function console(string $command): string
    {
        return sprintf('%s -d memory_limit=1G %s/app/bin/console %s', PHP_BINARY, self::root(), $command);
    }

    private static function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
