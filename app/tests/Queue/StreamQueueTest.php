<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Doctrine\DBAL\Connection;
use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\QueueFactory;
use Ithrel\App\Queue\StreamQueue;
use Ithrel\App\Queue\WorkQueue;
use Ithrel\Shop\Tests\Processes;
use Predis\Client;

/**
 * Against a Redis server of its own.
 */
final class StreamQueueTest extends WorkQueueTestCase
{
    private static string $address;
    private static int $group;
    private string $stream;

    public static function setUpBeforeClass(): void
    {
        $port = Processes::freePort();
        self::$group = Processes::serve(sprintf('exec redis-server --port %d --bind 127.0.0.1 --save "" --appendonly no --dir %s', $port, escapeshellarg(sys_get_temp_dir())), $port, sys_get_temp_dir().'/ithrel-redis-'.$port.'.log');
        self::$address = 'tcp://127.0.0.1:'.$port;
    }

    public static function tearDownAfterClass(): void
    {
        Processes::end(self::$group);
    }

    protected function setUp(): void
    {
        $this->stream = 'test:'.bin2hex(random_bytes(5));
    }

    protected function queue(): WorkQueue
    {
        return new StreamQueue(self::$address, $this->stream);
    }

    protected function letTimePass(Job $job): void
    {
        (new Client(self::$address))->executeRaw(['XCLAIM', $this->stream, 'workers', 'dead', '0', $job->ticket, 'IDLE', (string) (1000 * (WorkQueue::HELD + 1)), 'JUSTID']);
    }

    public function testNothingIsLeftInTheStreamOfWhatIsDone(): void
    {
        $queue = $this->queue();
        $queue->put('run', [1, 2, 3]);
        while (null !== $job = $queue->take('a')) {
            $queue->done($job);
        }
        self::assertSame(0, (new Client(self::$address))->xlen($this->stream));
    }

    public function testTheSettingChoosesTheQueue(): void
    {
        $connection = self::getContainer()->get(Connection::class);
        self::assertInstanceOf(StreamQueue::class, QueueFactory::of($connection, self::$address));
        self::assertNotInstanceOf(StreamQueue::class, QueueFactory::of($connection, ''));
    }
}
