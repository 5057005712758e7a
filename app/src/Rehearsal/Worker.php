<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\WorkQueue;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\RehearsalCheck;
use Ithrel\App\Work\Bounds;
use Ithrel\App\Work\OutOfBounds;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\UnreadableDocument;
use Psr\Log\LoggerInterface;

/**
 * Takes work from the queue, one job after the other.
 */
final class Worker
{
    /** Seconds that a plan may take; less than a job is held. */
    private const SECONDS_OF_PLAN = 40;

    /** @var array{string, ShopDoor, CheckComparison}|null of the run that was worked on last */
    private ?array $present = null;

    public function __construct(private readonly WorkQueue $queue, private readonly Rehearsals $rehearsals, private readonly PageWork $pageWork, private readonly Plans $plans, private readonly CompiledSetups $compiled, private readonly ShopSettings $shops, private readonly EntityManagerInterface $entities, private readonly LoggerInterface $log)
    {
    }

    /**
     * @param \Closure(): bool $isEnding whether the worker was told to end meanwhile
     *
     * @return bool whether there was something to do
     */
    public function once(string $name, \Closure $isEnding): bool
    {
        $job = $this->queue->take($name);
        if (null === $job) {
            $this->pageWork->rest();

            return false;
        }
        // Others write to the same rows; what was read for an earlier job says nothing about them now.
        $this->entities->clear();
        if (Job::MAP === $job->number || Job::TOUR === $job->number) {
            $hold = fn () => $this->queue->hold($job, $name);
            Job::MAP === $job->number ? $this->pageWork->map($job, $hold) : $this->pageWork->tour($job, $hold);
            $this->queue->done($job);

            return true;
        }
        $rehearsal = $this->rehearsals->find($job->run);
        if (Job::LOOK === $job->number) {
            if (null !== $rehearsal && $job->tries <= Job::MOST_TRIES) {
                $this->look($rehearsal, fn () => $this->queue->hold($job, $name));
            }
            $this->queue->done($job);

            return true;
        }
        if (null !== $rehearsal && !$rehearsal->state()->isOver()) {
            $isDone = match (true) {
                $job->tries > Job::MOST_TRIES => $this->giveUp($rehearsal, $job),
                Job::PLAN === $job->number => $this->plan($rehearsal, $job, $name),
                default => $this->check($rehearsal, $job, $name, $isEnding),
            };
            if (!$isDone) {
                $this->queue->release($job);

                return true;
            }
        }
        $this->queue->done($job);

        return true;
    }

    /**
     * @param \Closure(): void $hold
     */
    private function look(Rehearsal $rehearsal, \Closure $hold): void
    {
        try {
            if (null !== $rehearsal->map()) {
                $this->pageWork->look($rehearsal, $hold);
            } else {
                $this->rehearsals->looked($rehearsal, $this->shops->door($this->shops->address($rehearsal->address() ?? ''), $rehearsal->revision()->sha256())->isStill($hold));
            }
        } catch (NoAnswer|UnreadableDocument) {
            // A shop that does not answer says nothing.
            $this->rehearsals->looked($rehearsal, null);
        } catch (\Throwable $e) {
            $this->log->error('A shop could not be looked at again.', ['exception' => $e]);
            $this->rehearsals->looked($rehearsal, null);
        }
    }

    /** Whoever took the job before was gone before it was done, each time: most likely it is what they died of. */
    private function giveUp(Rehearsal $rehearsal, Job $job): bool
    {
        $why = sprintf('It was begun %d times, and each time the worker ended before it was done.', $job->tries - 1);
        Job::PLAN === $job->number ? $this->rehearsals->failed($rehearsal, 'The plan could not be made. '.$why) : $this->rehearsals->noAnswer($rehearsal, $job->number, $why, 0);

        return true;
    }

    private function plan(Rehearsal $rehearsal, Job $job, string $name): bool
    {
        $this->queue->hold($job, $name);
        try {
            $plan = Bounds::within(self::SECONDS_OF_PLAN, fn (): Plan => $this->plans->of($rehearsal->revision(), $rehearsal->today(), Plans::SECONDS_OF_WORKER));
            $this->rehearsals->planned($rehearsal, $plan);
        } catch (OutOfBounds $e) {
            $this->rehearsals->failed($rehearsal, 'The setup is too large to be planned, because '.$e->getMessage().'.');
        } catch (TooLarge $e) {
            $this->rehearsals->failed($rehearsal, $e->getMessage().' Options: '.implode(', ', $e->options).'.');
        } catch (UnreadableDocument $e) {
            $this->rehearsals->failed($rehearsal, $e->getMessage());
        } catch (\Throwable $e) {
            $this->log->error('A plan could not be made.', ['exception' => $e]);
            $this->rehearsals->failed($rehearsal, 'Something went wrong in Ithrel, not in the shop: '.$e->getMessage());
        }

        return true;
    }

    /**
     * @param \Closure(): bool $isEnding
     *
     * @return bool whether it is done; else it waits for another worker
     */
    private function check(Rehearsal $rehearsal, Job $job, string $name, \Closure $isEnding): bool
    {
        $kept = $this->rehearsals->check($rehearsal, $job->number);
        if (RehearsalCheck::WAITING !== $kept->verdict()) {
            return true;
        }
        $check = $kept->check();
        $start = hrtime(true);
        try {
            if (null !== $rehearsal->map()) {
                $this->pageWork->check($rehearsal, $check, fn () => $this->queue->hold($job, $name));

                return true;
            }
            [, $door, $comparison] = $this->of($rehearsal);
            $found = $door->try($check, fn () => $this->queue->hold($job, $name));
            $this->rehearsals->found($rehearsal, $job->number, $found, $comparison->differences($check, $found), self::since($start));
        } catch (NoAnswer $e) {
            if ($e->mayPass && $isEnding()) {
                // Who ends Ithrel ends the shop beside it too; that it is gone then says nothing of it.
                return false;
            }
            $this->rehearsals->noAnswer($rehearsal, $job->number, $e->getMessage(), self::since($start));
        } catch (\Throwable $e) {
            // A check that always fails here must not come back to the queue for ever.
            $this->log->error('A check could not be tried.', ['exception' => $e]);
            $this->rehearsals->noAnswer($rehearsal, $job->number, 'Something went wrong in Ithrel, not in the shop: '.$e->getMessage(), self::since($start));
        }

        return true;
    }

    /**
     * @return array{string, ShopDoor, CheckComparison}
     */
    private function of(Rehearsal $rehearsal): array
    {
        if (null === $this->present || $this->present[0] !== $rehearsal->id()) {
            $setup = $this->compiled->of($rehearsal->revision()->document(), $rehearsal->today())->setup;
            try {
                $address = $this->shops->address($rehearsal->address() ?? '');
            } catch (UnreadableDocument $e) {
                throw new NoAnswer($e->getMessage(), false, $e);
            }
            $this->present = [$rehearsal->id(), $this->shops->door($address, $rehearsal->revision()->sha256()), new CheckComparison($setup)];
        }

        return $this->present;
    }

    private static function since(int|float $start): int
    {
        return intdiv((int) (hrtime(true) - $start), 1_000_000);
    }
}
