<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\Connection;
use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Store\Pictures;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\RehearsalState;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Compare\KeptFound;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * Keeps what came of each check, the first that comes; a run whose checks all have a result is done. Each statement can
 * be carried out twice without harm, as a worker may die after it and before it says that it is done.
 */
final readonly class CheckResults
{
    public function __construct(
        private Connection $connection,
        private Pictures $pictures,
        private OpenRuns $runs,
        private RedisServer $server,
        private MessageBusInterface $bus,
    ) {}

    /**
     * Where the queue is in the database, the result is there before its job is gone; elsewhere it is in the queue
     * before, as whoever tried the check may have no database.
     */
    public function tell(KeepResult $result): void
    {
        $this->server->isThere() ? $this->bus->dispatch($result) : $this->keep($result);
    }

    #[AsMessageHandler]
    public function keep(KeepResult $result): void
    {
        $pictures =
            [] === $result->pictures || $this->pictures->checks($result->run) >= Pictures::MOST_CHECKS
                ? []
                : $this->kept($result);
        $this->set(
            run: $result->run,
            number: $result->number,
            verdict: $result->verdict,
            found: $result->found,
            differences: $result->differences,
            reason: $result->reason,
            milliseconds: $result->milliseconds,
            unseen: $result->unseen,
            pictures: $pictures,
        );
        $this->endWhereDone($result->run);
    }

    /**
     * @return list<array<string, mixed>> as the check has them
     */
    private function kept(KeepResult $result): array
    {
        $kept = [];
        foreach ($result->pictures as $picture) {
            $file = $this->pictures->keep(
                $result->run,
                sprintf('check-%d-%s', $result->number, $picture->stage),
                $picture->jpeg,
            );
            if (null !== $file) {
                $kept[] = [
                    'stage' => $picture->stage,
                    'file' => $file,
                    'width' => $picture->width,
                    'height' => $picture->height,
                    'spots' => $picture->spots,
                ];
            }
        }

        return $kept;
    }

    /**
     * The result of a check that waits; one that has a result keeps it.
     *
     * @param list<Difference> $differences
     * @param list<string> $unseen
     * @param list<array<string, mixed>> $pictures
     */
    public function set(
        string $run,
        int $number,
        string $verdict,
        ?Found $found,
        array $differences,
        ?string $reason,
        int $milliseconds,
        array $unseen = [],
        array $pictures = [],
    ): void {
        $text = static fn(mixed $data): string => json_encode(
            $data,
            JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE,
        );
        $this->connection->executeStatement(
            'UPDATE rehearsal_check SET verdict = ?, found = ?, differences = ?, reason = ?, milliseconds = ?, ' .
                'unseen = ?, pictures = ?, turn = (SELECT 1 + MAX(turn) FROM rehearsal_check WHERE rehearsal_id = ?) ' .
                'WHERE rehearsal_id = ? AND number = ? AND verdict = ?',
            [
                $verdict,
                null === $found ? null : $text(KeptFound::of($found)->toArray()),
                $text(
                    array_map(static fn(Difference $d): array => $d->toArray(), KeptFound::differences($differences)),
                ),
                $reason,
                $milliseconds,
                $text($unseen),
                $text($pictures),
                $run,
                $run,
                $number,
                RehearsalCheck::WAITING,
            ],
        );
    }

    public function endWhereDone(string $run): void
    {
        $ended = $this->connection->executeStatement(
            'UPDATE rehearsal SET state = ?, ended_at = ? WHERE id = ? AND state = ? AND NOT EXISTS (SELECT 1 ' .
                'FROM rehearsal_check WHERE rehearsal_id = ? AND verdict = ?)',
            [
                RehearsalState::Done->value,
                (new \DateTimeImmutable())->format('Y-m-d H:i:s'),
                $run,
                RehearsalState::Running->value,
                $run,
                RehearsalCheck::WAITING,
            ],
        );
        $round = 0 === $ended ? null : $this->connection->fetchOne('SELECT round FROM rehearsal WHERE id = ?', [$run]);
        if (is_int($round)) {
            $this->runs->close($run, $round);
        }
    }
}
