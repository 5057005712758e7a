<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Queue\TableTransport;
use Ithrel\App\Queue\WorkTransportFactory;
use Ithrel\App\Rehearsal\Job\HandOut;
use Ithrel\App\Rehearsal\Job\LookAtShop;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Store\RehearsalState;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/**
 * Puts the checks of a run that wait into the queue. Where that is in the database, they are there in the same
 * transaction as the run that asks for them; where it is elsewhere, a job in the database hands them out.
 */
final readonly class HandingOut
{
    public function __construct(
        private Connection $connection,
        private EntityManagerInterface $entities,
        private MessageBusInterface $bus,
        private StoredRuns $stored,
        private OpenRuns $runs,
        private RedisServer $server,
    ) {}

    /** To be called in the transaction that makes them wait. */
    public function offer(string $run): void
    {
        $this->server->isThere() ? $this->bus->dispatch(new HandOut($run)) : $this->handOut($run);
    }

    #[AsMessageHandler]
    public function handedOut(HandOut $job): void
    {
        $this->handOut($job->run);
    }

    private function handOut(string $run): void
    {
        $rehearsal = $this->entities->find(Rehearsal::class, $run);
        if (null === $rehearsal || null === $rehearsal->address()) {
            return;
        }
        $this->entities->refresh($rehearsal);
        if (RehearsalState::Running !== $rehearsal->state()) {
            return;
        }
        $this->runs->open($this->stored->of($rehearsal));
        if (null !== $rehearsal->page() && null === $rehearsal->opening()) {
            // How the page opens is kept first, so that it can be told later whether it is still so.
            $this->bus->dispatch(new LookAtShop($run));
        }
        foreach (
            $this->entities
                ->getRepository(RehearsalCheck::class)
                ->findBy(['rehearsal' => $rehearsal, 'verdict' => RehearsalCheck::WAITING], ['number' => 'ASC'])
            as $check
        ) {
            $this->bus->dispatch(new TryCheck($run, $rehearsal->round(), $check->check()));
        }
    }

    /**
     * Where no queue holds anything, runs that are not over are taken up again: a server that kept the queue in memory
     * alone has lost it.
     */
    public function takeUp(): void
    {
        $this->connection->transactional(function (): void {
            if (!$this->isNothingQueued()) {
                return;
            }
            foreach (
                $this->entities
                    ->getRepository(Rehearsal::class)
                    ->findBy(['state' => [RehearsalState::Planning, RehearsalState::Running]])
                as $rehearsal
            ) {
                RehearsalState::Planning === $rehearsal->state()
                    ? $this->bus->dispatch(new MakePlan($rehearsal->id()))
                    : $this->offer($rehearsal->id());
            }
        });
    }

    private function isNothingQueued(): bool
    {
        foreach ($this->server->isThere() ? WorkTransportFactory::STREAMS : [] as $stream) {
            if (0 !== $this->server->client()->xlen($stream)) {
                return false;
            }
        }

        return false === $this->connection->fetchOne('SELECT 1 FROM ' . TableTransport::TABLE . ' LIMIT 1');
    }
}
