<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Queue\StreamTransport;
use Ithrel\Shop\Tests\Processes;
use Predis\Client;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Against a Redis server of its own.
 */
final class StreamTransportTest extends WorkTransportTestCase
{
    private static string $address;
    private static int $group;
    private string $stream;

    public static function setUpBeforeClass(): void
    {
        $port = Processes::freePort();
        self::$group = Processes::serve(
            sprintf(
                'exec redis-server --port %d --bind 127.0.0.1 --save "" --appendonly no --dir %s',
                $port,
                escapeshellarg(sys_get_temp_dir()),
            ),
            $port,
            sys_get_temp_dir() . '/ithrel-redis-' . $port . '.log',
        );
        self::$address = 'tcp://127.0.0.1:' . $port;
    }

    public static function tearDownAfterClass(): void
    {
        Processes::end(self::$group);
    }

    protected function setUp(): void
    {
        $this->stream = 'test:' . bin2hex(random_bytes(5));
    }

    protected function transport(): TransportInterface&KeepaliveReceiverInterface
    {
        return new StreamTransport(new RedisServer(self::$address), self::serializer(), $this->stream);
    }

    protected function letTimePass(): void
    {
        self::agePending(new Client(self::$address), $this->stream);
    }

    /** As if what workers hold had been given to them so long ago that it may be taken over. */
    public static function agePending(Client $redis, string $stream): void
    {
        $pending = $redis->executeRaw(['XPENDING', $stream, 'workers', '-', '+', '100']);
        foreach (is_array($pending) ? $pending : [] as $each) {
            self::assertIsArray($each);
            $redis->executeRaw([
                'XCLAIM',
                $stream,
                'workers',
                'dead',
                '0',
                $each[0],
                'IDLE',
                (string) (1000 * (JobInHand::HELD + 1)),
                'JUSTID',
            ]);
        }
    }

    public function testNothingIsLeftInTheStreamOfWhatIsDone(): void
    {
        $queue = $this->transport();
        self::put($queue, 'one', 'two');
        while (null !== ($taken = self::take($queue))) {
            $queue->ack($taken);
        }
        self::assertSame(0, (new Client(self::$address))->xlen($this->stream));
    }

    public function testWhatIsNoJobIsThrownOutOfTheQueue(): void
    {
        $queue = $this->transport();
        (new Client(self::$address))->xadd($this->stream, ['body' => '{"run": 7}', 'headers' => '{"job": "plan"}']);
        (new Client(self::$address))->xadd($this->stream, ['body' => '{}', 'headers' => '{"job": "ArrayObject"}']);
        foreach (['"run" is no text.', 'There is no such job.'] as $why) {
            try {
                self::take($queue);
                self::fail('It was read.');
            } catch (MessageDecodingFailedException $e) {
                self::assertSame($why, $e->getMessage());
            }
        }
        self::assertNull(self::take($queue));
        self::assertSame(0, (new Client(self::$address))->xlen($this->stream));
    }
}
