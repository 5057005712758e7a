<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;

/**
 * Tries one check, over the shop interface or on a page, and tells what came of it. It knows the run as the queue knows
 * it: where that is on another machine, it needs no database.
 */
final class CheckWork
{
    /** The run that was worked on last. */
    private ?OpenRun $present = null;

    public function __construct(
        private readonly JobInHand $job,
        private readonly OpenRuns $runs,
        private readonly ShopTrial $shop,
        private readonly PageTrial $page,
        private readonly CheckResults $results,
        private readonly LoggerInterface $log,
    ) {}

    #[AsMessageHandler]
    public function try(TryCheck $job): void
    {
        if (!$this->runs->isWaiting($job)) {
            return;
        }
        $result = $this->result($job);
        if (null !== $result) {
            $this->results->tell($result);
        }
    }

    /**
     * @return KeepResult|null null where the run is over
     *
     * @throws RecoverableMessageHandlingException where another worker has to try it
     */
    private function result(TryCheck $job): ?KeepResult
    {
        $why = $this->job->whyGivenUp();
        if (null !== $why) {
            return KeepResult::noAnswer($job, $why, 0);
        }
        $start = hrtime(true);
        $since = static fn(): int => intdiv((int) (hrtime(true) - $start), 1_000_000);
        try {
            $run = $this->run($job);
            if (null === $run) {
                return null;
            }

            return null === $run->map ? $this->shop->try($run, $job) : $this->page->try($run, $job);
        } catch (NoAnswer $e) {
            if ($e->mayPass && $this->job->isEnding()) {
                // Who ends Ithrel ends the shop beside it too; that it is gone then says nothing of it.
                throw new RecoverableMessageHandlingException('The worker was told to end.', 0, $e, 0);
            }

            return KeepResult::noAnswer($job, $e->getMessage(), $since());
        } catch (\Throwable $e) {
            // A check that always fails here must not come back to the queue for ever.
            $this->log->error('A check could not be tried.', ['exception' => $e]);

            return KeepResult::noAnswer(
                $job,
                'Something went wrong in Ithrel, not in the shop: ' . $e->getMessage(),
                $since(),
            );
        }
    }

    private function run(TryCheck $job): ?OpenRun
    {
        if ($this->present?->run !== $job->run || $this->present->round !== $job->round) {
            $this->present = $this->runs->find($job->run, $job->round);
        }

        return $this->present;
    }
}
