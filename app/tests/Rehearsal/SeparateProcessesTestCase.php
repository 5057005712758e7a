<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Tests\Queue\StreamTransportTest;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\TestCase;
use Predis\Client;
use Symfony\Component\HttpClient\HttpClient;
use Symfony\Contracts\HttpClient\HttpClientInterface;

/**
 * The application, its workers, its queue and the shop, each a process of its own.
 */
abstract class SeparateProcessesTestCase extends TestCase
{
    protected string $folder;
    protected string $environment;
    protected HttpClientInterface $http;
    private int $port;

    /** @var list<int> */
    protected array $groups = [];

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/ithrel-crash-' . bin2hex(random_bytes(5));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(Processes::end(...), $this->groups);
        // A worker ends the check in hand, and its browser still writes.
        for ($i = 0; $i < 50 && is_dir($this->folder); ++$i) {
            usleep(100_000);
            exec('rm -rf ' . escapeshellarg($this->folder) . ' 2>&1');
        }
    }

    protected function redis(): string
    {
        $port = Processes::freePort();
        $this->groups[] = Processes::serve(
            sprintf(
                'exec redis-server --port %d --bind 127.0.0.1 --save "" --appendonly no --dir %s',
                $port,
                escapeshellarg($this->folder),
            ),
            $port,
            $this->folder . '/redis.log',
        );

        return 'tcp://127.0.0.1:' . $port;
    }

    /**
     * @param string $queue address of the Redis server that holds it; empty: the database does
     *
     * @return int its process group
     */
    protected function application(string $queue): int
    {
        $this->environment = sprintf(
            'APP_ENV=prod ITHREL_VAR=%s ITHREL_DATABASE=%1$s/db.sqlite ITHREL_TODAY=2026-11-24 ITHREL_SHOP=%s ' .
                'ITHREL_QUEUE=%s',
            escapeshellarg($this->folder),
            Processes::shop($this->folder . '/shop'),
            $queue,
        );
        exec(
            $this->environment . ' ' . $this->console('doctrine:migrations:migrate --no-interaction') . ' 2>&1',
            $lines,
            $status,
        );
        self::assertSame(0, $status, implode("\n", $lines));
        $this->port = Processes::freePort();
        $this->http = HttpClient::createForBaseUri('http://127.0.0.1:' . $this->port);

        return $this->serve();
    }

    protected function serve(): int
    {
        $command = sprintf(
            '%s PHP_CLI_SERVER_WORKERS=2 exec %s -d variables_order=EGPCS -S 127.0.0.1:%d -t %s %s',
            $this->environment,
            PHP_BINARY,
            $this->port,
            self::root() . '/app/public',
            self::root() . '/app/bin/router.php',
        );

        return $this->groups[] = Processes::serve($command, $this->port, $this->folder . '/server.log');
    }

    /**
     * @param array<string, mixed> $where
     *
     * @return string id of the rehearsal
     */
    protected function begin(string $demo, array $where = ['address' => '', 'faults' => []]): string
    {
        $setup = $this->bringIn($demo);

        return self::text($this->ask('POST', '/api/setups/' . $setup . '/rehearsals', $where), 'id');
    }

    /** @return string id of the setup */
    protected function bringIn(string $demo): string
    {
        return self::text(
            $this->ask('POST', '/api/setups', [
                'text' => (string) file_get_contents(self::root() . '/demo/setups/' . $demo . '.json'),
            ]),
            'id',
        );
    }

    /**
     * @param array<array-key, mixed> $data
     */
    protected static function text(array $data, string $name): string
    {
        $text = $data[$name] ?? null;
        self::assertIsString($text);

        return $text;
    }

    protected function worker(string $options = '', ?string $environment = null): int
    {
        return $this->groups[] = Processes::start(
            ($environment ?? $this->environment) . ' exec ' . $this->console('work ' . $options),
            $this->folder . '/worker-' . bin2hex(random_bytes(3)) . '.log',
        );
    }

    /** Lets the time pass for which the dead held their jobs. */
    protected function letTimePass(string $queue): void
    {
        $database = new \SQLite3($this->folder . '/db.sqlite');
        $database->busyTimeout(5000);
        $database->exec(
            "UPDATE work_message SET delivered_at = datetime('now', '-1 hour') WHERE delivered_at IS NOT NULL",
        );
        $database->close();
        foreach ('' === $queue ? [] : ['ithrel:checks', 'ithrel:results'] as $stream) {
            StreamTransportTest::agePending(new Client($queue), $stream);
        }
    }

    /**
     * @param callable(array<array-key, mixed>): bool $is
     *
     * @return array<array-key, mixed>
     */
    protected function await(string $run, callable $is): array
    {
        for ($i = 0; $i < 600; ++$i) {
            $data = $this->ask('GET', '/api/rehearsals/' . $run);
            if ($is($data)) {
                return $data;
            }
            usleep(50_000);
        }
        self::fail(
            'It does not come to pass: ' .
                json_encode($data ?? null) .
                implode(
                    "\n",
                    array_map(
                        static fn(string $f): string => (string) file_get_contents($f),
                        glob($this->folder . '/worker-*.log') ?: [],
                    ),
                ),
        );
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<array-key, mixed>
     */
    protected function ask(string $method, string $path, ?array $body = null): array
    {
        return $this->http->request($method, $path, null === $body ? [] : ['json' => $body])->toArray();
    }

    protected function console(string $command): string
    {
        return sprintf('%s -d memory_limit=1G %s/app/bin/console %s', PHP_BINARY, self::root(), $command);
    }

    protected static function root(): string
    {
        return dirname(__DIR__, 3);
    }
}
