<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\TransportMessageIdStamp;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * A queue of Messenger's as a Redis stream with a consumer group, for teams that outgrow one machine.
 */
final readonly class StreamTransport implements TransportInterface, KeepaliveReceiverInterface
{
    private const GROUP = 'workers';

    /**
     * What is to be tried later waits in a sorted set beside the stream, by the milliseconds of the server's own clock:
     * those of several machines differ.
     */
    private const WAIT = <<<'LUA'
    local now = redis.call('TIME')
    redis.call('ZADD', KEYS[1], now[1] * 1000 + math.floor(now[2] / 1000) + ARGV[1], ARGV[2])
    LUA;

    /** What has waited long enough goes into the stream; in one, so that nothing is lost or doubled on the way. */
    private const WAITED = <<<'LUA'
    local now = redis.call('TIME')
    local at = now[1] * 1000 + math.floor(now[2] / 1000)
    local ready = redis.call('ZRANGEBYSCORE', KEYS[1], '-inf', at, 'LIMIT', 0, 100)
    for _, each in ipairs(ready) do
        local job = cjson.decode(each)
        redis.call('XADD', KEYS[2], '*', 'body', job.body, 'headers', job.headers)
        redis.call('ZREM', KEYS[1], each)
    end
    LUA;

    public function __construct(
        private RedisServer $server,
        private SerializerInterface $serializer,
        private string $stream,
    ) {}

    public function get(): iterable
    {
        $redis = $this->server->withGroup($this->stream, self::GROUP);
        $worker = gethostname() . ':' . getmypid();
        $redis->eval(self::WAITED, 2, $this->later(), $this->stream);
        // What a worker held for too long is taken over first.
        $left = $redis->xautoclaim($this->stream, self::GROUP, $worker, JobInHand::HELD * 1000, '0-0', 1);
        $message = self::at(self::at($left, 1), 0);
        if (null === $message) {
            // A list of streams, each a name and its messages; null where nothing waits.
            $new = $redis->xreadgroup(self::GROUP, $worker, 1, null, false, $this->stream, '>');
            $message = self::at(self::at(self::at($new, 0), 1), 0);
        }
        $id = self::at($message, 0);
        if (!is_string($id)) {
            return [];
        }
        try {
            return [$this->envelope($id, self::at($message, 1))];
        } catch (MessageDecodingFailedException $e) {
            $this->drop($id);
            throw $e;
        }
    }

    /** A message's fields are a list of names and values, one after the other. */
    private function envelope(string $id, mixed $fields): Envelope
    {
        $body = self::at($fields, 1);
        $headers = is_string(self::at($fields, 3)) ? json_decode(self::at($fields, 3), true) : null;
        $texts = is_array($headers) ? array_filter($headers, is_string(...)) : [];

        return $this->serializer
            ->decode([
                'body' => is_string($body) ? $body : '',
                'headers' => array_combine(array_map(strval(...), array_keys($texts)), $texts),
            ])
            ->with(new TransportMessageIdStamp($id), new TriesStamp($this->tries($id)));
    }

    /** How often Redis gave a message to a worker. */
    private function tries(string $id): int
    {
        $pending = $this->server->client()->xpending($this->stream, self::GROUP, null, $id, $id, 1);
        $times = self::at(self::at($pending, 0), 3);

        return is_int($times) || is_string($times) ? (int) $times : 1;
    }

    public function send(Envelope $envelope): Envelope
    {
        $encoded = $this->serializer->encode($envelope);
        $fields = [
            'body' => $encoded['body'],
            'headers' => json_encode($encoded['headers'] ?? [], JSON_THROW_ON_ERROR),
        ];
        $delay = $envelope->last(DelayStamp::class)?->getDelay() ?? 0;
        if ($delay > 0) {
            // Two jobs alike are two.
            $job = json_encode(['id' => bin2hex(random_bytes(8))] + $fields, JSON_THROW_ON_ERROR);
            $this->server->client()->eval(self::WAIT, 1, $this->later(), (string) $delay, $job);

            return $envelope;
        }
        $id = $this->server->client()->xadd($this->stream, $fields);

        return $envelope->with(new TransportMessageIdStamp($id));
    }

    private function later(): string
    {
        return $this->stream . ':later';
    }

    public function ack(Envelope $envelope): void
    {
        $this->drop(self::idOf($envelope));
    }

    public function reject(Envelope $envelope): void
    {
        $this->drop(self::idOf($envelope));
    }

    private function drop(string $id): void
    {
        $this->server->client()->xack($this->stream, self::GROUP, $id);
        $this->server->client()->xdel($this->stream, $id);
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        // By its id alone: a message that is given anew counts as another try.
        $this->server
            ->client()
            ->xclaim(
                $this->stream,
                self::GROUP,
                gethostname() . ':' . getmypid(),
                0,
                self::idOf($envelope),
                null,
                null,
                null,
                false,
                true,
            );
    }

    private static function idOf(Envelope $envelope): string
    {
        $id = $envelope->last(TransportMessageIdStamp::class)?->getId();

        return is_string($id) ? $id : throw new \LogicException('A message that was received has its id.');
    }

    private static function at(mixed $list, int $index): mixed
    {
        return is_array($list) ? $list[$index] ?? null : null;
    }
}
