<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Predis\Client;
use Predis\Response\ServerException;

/**
 * The Redis server that holds the work of several machines, where a setting names one.
 */
final class RedisServer
{
    private ?Client $client = null;

    /** @var array<string, true> streams whose group of workers is known to be there */
    private array $grouped = [];

    /**
     * @param string $address as in tcp://127.0.0.1:6379; empty where there is none
     */
    public function __construct(private readonly string $address) {}

    public function isThere(): bool
    {
        return '' !== $this->address;
    }

    public function client(): Client
    {
        return $this->client ??= new Client($this->address, ['parameters' => ['read_write_timeout' => 0]]);
    }

    public function withGroup(string $stream, string $group): Client
    {
        if (!isset($this->grouped[$stream])) {
            try {
                $this->client()->xgroup->create($stream, $group, '0', true);
            } catch (ServerException $e) {
                if (!str_starts_with($e->getMessage(), 'BUSYGROUP')) {
                    throw $e;
                }
            }
            $this->grouped[$stream] = true;
        }

        return $this->client();
    }
}
