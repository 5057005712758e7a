<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\WorkQueue;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;

/**
 * What every queue of work has to keep, whatever it is kept in.
 */
abstract class WorkQueueTestCase extends KernelTestCase
{
    abstract protected function queue(): WorkQueue;

    /** Lets the time pass for which a job is held. */
    abstract protected function letTimePass(Job $job): void;

    public function testJobsAreTakenInTheirOrderEachByOne(): void
    {
        $queue = $this->queue();
        self::assertNull($queue->take('a'));
        $queue->put('run', [0, 7, 3]);
        $one = $queue->take('a');
        $two = $queue->take('b');
        $three = $queue->take('a');
        self::assertSame([['run', 0], ['run', 7], ['run', 3]], array_map(static fn (?Job $j): array => [$j?->run, $j?->number], [$one, $two, $three]));
        self::assertNull($queue->take('b'), 'What is held is not given out again.');
    }

    public function testWhatIsDoneIsGone(): void
    {
        $queue = $this->queue();
        $queue->put('run', [1]);
        $job = $queue->take('a');
        self::assertNotNull($job);
        $queue->done($job);
        $this->letTimePass($job);
        self::assertNull($queue->take('b'));
    }

    public function testAJobWhoseWorkerDiedIsTakenOver(): void
    {
        $queue = $this->queue();
        $queue->put('run', [1, 2]);
        $job = $queue->take('dead');
        self::assertNotNull($job);
        $this->letTimePass($job);
        $taken = $queue->take('alive');
        self::assertSame([1, $job->ticket], [$taken?->number, $taken?->ticket]);
        self::assertSame(2, $queue->take('alive')?->number);
        self::assertNull($queue->take('alive'));
    }

    public function testWhoHoldsAJobAnewKeepsIt(): void
    {
        $queue = $this->queue();
        $queue->put('run', [1]);
        $job = $queue->take('slow');
        self::assertNotNull($job);
        $this->letTimePass($job);
        $queue->hold($job, 'slow');
        self::assertNull($queue->take('other'));
    }

    public function testManyWorkersShareTheWorkWithoutDoublesOrLosses(): void
    {
        $queue = $this->queue();
        $queue->put('run', range(1, 200));
        $given = [];
        for ($i = 0; null !== $job = $queue->take('worker-'.$i % 5); ++$i) {
            $given[] = $job->number;
            $queue->done($job);
        }
        self::assertSame(range(1, 200), $given);
    }
}
