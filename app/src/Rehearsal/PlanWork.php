<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\OutOfBudget;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * Makes the plan of a run that has begun.
 */
final readonly class PlanWork
{
    /** Seconds that a plan may take; less than a job is held. */
    private const SECONDS = 40;

    public function __construct(
        private JobInHand $job,
        private Rehearsals $rehearsals,
        private Plans $plans,
        private LoggerInterface $log,
    ) {}

    #[AsMessageHandler]
    public function make(MakePlan $job): void
    {
        $rehearsal = $this->rehearsals->find($job->run);
        if (null === $rehearsal || $rehearsal->state()->isOver()) {
            return;
        }
        $why = $this->job->whyGivenUp();
        if (null !== $why) {
            $this->rehearsals->failed($rehearsal, 'The plan could not be made. ' . $why);

            return;
        }
        try {
            $plan = Within::seconds(
                self::SECONDS,
                fn(): Plan => $this->plans->of($rehearsal->revision(), $rehearsal->today()),
            );
        } catch (OutOfBudget $e) {
            $this->rehearsals->failed(
                $rehearsal,
                'The setup is too large to be planned, because ' . $e->getMessage() . '.',
            );

            return;
        } catch (TooLarge $e) {
            $this->rehearsals->failed($rehearsal, $e->getMessage() . ' Options: ' . implode(', ', $e->options) . '.');

            return;
        } catch (UnreadableDocument $e) {
            $this->rehearsals->failed($rehearsal, $e->getMessage());

            return;
        } catch (\Throwable $e) {
            $this->log->error('A plan could not be made.', ['exception' => $e]);
            $this->rehearsals->failed(
                $rehearsal,
                'Something went wrong in Ithrel, not in the shop: ' . $e->getMessage(),
            );

            return;
        }
        $this->rehearsals->planned($rehearsal, $plan);
    }
}
