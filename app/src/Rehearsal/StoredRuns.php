<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\RehearsalState;

/**
 * As the database has them: nothing has to be opened or closed.
 */
final readonly class StoredRuns implements OpenRuns
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection) {}

    public function find(string $run, int $round): ?OpenRun
    {
        $rehearsal = $this->entities->find(Rehearsal::class, $run);

        return null === $rehearsal || $rehearsal->state()->isOver() || $rehearsal->round() !== $round
            ? null
            : $this->of($rehearsal);
    }

    public function of(Rehearsal $rehearsal): OpenRun
    {
        $page = null === $rehearsal->page() ? null : $this->entities->find(ItemPage::class, $rehearsal->page());

        return OpenRun::of($rehearsal, $page?->shop()->hosts(), $page?->shop()->pause() ?? 0);
    }

    public function isWaiting(TryCheck $job): bool
    {
        return false !==
            $this->connection->fetchOne(
                'SELECT 1 FROM rehearsal_check c JOIN rehearsal r ON r.id = c.rehearsal_id WHERE r.id = ? AND ' .
                    'r.round = ? AND r.state = ? AND c.number = ? AND c.verdict = ?',
                [$job->run, $job->round, RehearsalState::Running->value, $job->check->number, RehearsalCheck::WAITING],
            );
    }

    public function open(OpenRun $run): void {}

    public function close(string $run, int $round): void {}
}
