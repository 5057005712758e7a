<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Rehearsal\Job\TryCheck;

/**
 * Kept by the server that holds the queue, so that a worker on another machine needs nothing else: a run under its id
 * and round, its document under its hash.
 */
final readonly class SharedRuns implements OpenRuns
{
    /** Seconds after which what nobody closed is forgotten: a week. */
    private const KEPT = 604_800;

    public function __construct(private RedisServer $server) {}

    public function find(string $run, int $round): ?OpenRun
    {
        $text = $this->server->client()->get(self::key($run, $round));
        $data = null === $text ? null : json_decode($text, true);
        $sha256 = is_array($data) && is_string($data['sha256'] ?? null) ? $data['sha256'] : '';
        $document = is_array($data) ? $this->server->client()->get(self::documentKey($sha256)) : null;

        return is_array($data) && null !== $document ? OpenRun::fromArray($data, $document) : null;
    }

    /** A result that comes twice counts once, so only the run is asked for. */
    public function isWaiting(TryCheck $job): bool
    {
        return 1 === $this->server->client()->exists(self::key($job->run, $job->round));
    }

    public function open(OpenRun $run): void
    {
        $this->server->client()->setex(self::documentKey($run->sha256()), self::KEPT, $run->document);
        $this->server
            ->client()
            ->setex(
                self::key($run->run, $run->round),
                self::KEPT,
                json_encode($run->toArray(), JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE),
            );
    }

    public function close(string $run, int $round): void
    {
        $this->server->client()->del(self::key($run, $round));
    }

    private static function key(string $run, int $round): string
    {
        return 'ithrel:run:' . $run . ':' . $round;
    }

    private static function documentKey(string $sha256): string
    {
        return 'ithrel:document:' . $sha256;
    }
}
