<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Predis\Client;
use Predis\Response\ServerException;

/**
 * The queue as a Redis stream with a consumer group, for teams that outgrow one machine.
 */
final class StreamQueue implements WorkQueue
{
    private const GROUP = 'workers';

    private ?Client $client = null;

    public function __construct(private readonly string $address, private readonly string $stream = 'ithrel:work')
    {
    }

    public function put(string $run, array $numbers): void
    {
        foreach ($numbers as $number) {
            $this->client()->xadd($this->stream, ['run' => $run, 'number' => (string) $number]);
        }
    }

    public function take(string $worker): ?Job
    {
        // What a worker held for too long is taken over first.
        $left = $this->client()->xautoclaim($this->stream, self::GROUP, $worker, self::HELD * 1000, '0-0', 1);
        $job = $this->job(self::at($left, 1));
        if (null !== $job) {
            return $job;
        }
        // A list of streams, each a name and its messages; null where nothing waits.
        $new = $this->client()->xreadgroup(self::GROUP, $worker, 1, null, false, $this->stream, '>');

        return $this->job(self::at(self::at($new, 0), 1));
    }

    public function hold(Job $job, string $worker): void
    {
        // By its id alone: a message that is given anew counts as another try.
        $this->client()->xclaim($this->stream, self::GROUP, $worker, 0, $job->ticket, null, null, null, false, true);
    }

    public function done(Job $job): void
    {
        $this->client()->xack($this->stream, self::GROUP, $job->ticket);
        $this->client()->xdel($this->stream, $job->ticket);
    }

    /** Put anew, as another message: one that was given out can be taken over only when its time is up. */
    public function release(Job $job): void
    {
        $this->put($job->run, [$job->number]);
        $this->done($job);
    }

    /** A worker passes over the jobs of a run that is over; nothing has to be searched for here. */
    public function drop(string $run): void
    {
    }

    private function client(): Client
    {
        if (null === $this->client) {
            $client = new Client($this->address, ['parameters' => ['read_write_timeout' => 0]]);
            try {
                $client->xgroup->create($this->stream, self::GROUP, '0', true);
            } catch (ServerException $e) {
                if (!str_starts_with($e->getMessage(), 'BUSYGROUP')) {
                    throw $e;
                }
            }
            $this->client = $client;
        }

        return $this->client;
    }

    /** The first of the messages that Redis gives: [id, [field, value, field, value]]. */
    private function job(mixed $messages): ?Job
    {
        $first = self::at($messages, 0);
        $id = self::at($first, 0);
        $run = self::at(self::at($first, 1), 1);
        $number = self::at(self::at($first, 1), 3);

        return is_string($id) && is_string($run) && is_string($number) ? new Job($run, (int) $number, $id, $this->tries($id)) : null;
    }

    /** How often Redis gave a message to a worker. */
    private function tries(string $id): int
    {
        $pending = $this->client()->xpending($this->stream, self::GROUP, null, $id, $id, 1);
        $times = self::at(self::at($pending, 0), 3);

        return is_int($times) || is_string($times) ? (int) $times : 1;
    }

    private static function at(mixed $list, int $index): mixed
    {
        return is_array($list) ? $list[$index] ?? null : null;
    }
}
