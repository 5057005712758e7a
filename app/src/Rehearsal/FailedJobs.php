<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Rehearsal\Job\KeepResult;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Ithrel\App\Rehearsal\Job\MapPage;
use Ithrel\App\Rehearsal\Job\TryCheck;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

/**
 * A job that failed so often that it is not tried again: the tester sees it, and can begin it again.
 */
final readonly class FailedJobs
{
    public function __construct(
        private Rehearsals $rehearsals,
        private ItemPages $pages,
        private CheckResults $results,
    ) {}

    /** After Messenger has said whether it is tried again. */
    #[AsEventListener(priority: -200)]
    public function onFailed(WorkerMessageFailedEvent $event): void
    {
        if ($event->willRetry()) {
            return;
        }
        $job = $event->getEnvelope()->getMessage();
        $why = 'Something went wrong in Ithrel, not in the shop: ' . $event->getThrowable()->getMessage();
        if ($job instanceof TryCheck) {
            $this->results->tell(KeepResult::noAnswer($job, $why, 0));
        } elseif ($job instanceof MakePlan) {
            $rehearsal = $this->rehearsals->find($job->run);
            if (null !== $rehearsal) {
                $this->rehearsals->failed($rehearsal, $why);
            }
        } elseif ($job instanceof MapPage) {
            $page = $this->pages->find($job->page);
            if (null !== $page) {
                $this->pages->failed($page, $why);
            }
        }
    }
}
