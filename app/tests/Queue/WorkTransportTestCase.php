<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Ithrel\App\Queue\JobSerializer;
use Ithrel\App\Queue\TriesStamp;
use Ithrel\App\Rehearsal\Job\LookAtShop;
use Ithrel\App\Rehearsal\Job\MakePlan;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use Symfony\Component\Messenger\Stamp\RedeliveryStamp;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * What every queue of work has to keep, whatever it is kept in.
 */
abstract class WorkTransportTestCase extends KernelTestCase
{
    abstract protected function transport(): TransportInterface&KeepaliveReceiverInterface;

    /** Lets the time pass for which jobs are held. */
    abstract protected function letTimePass(): void;

    protected static function serializer(): JobSerializer
    {
        return new JobSerializer(['plan' => MakePlan::class, 'look' => LookAtShop::class]);
    }

    protected static function put(TransportInterface $transport, string ...$runs): void
    {
        foreach ($runs as $run) {
            $transport->send(new Envelope(new MakePlan($run)));
        }
    }

    protected static function take(TransportInterface $transport): ?Envelope
    {
        return [...$transport->get()][0] ?? null;
    }

    protected static function runOf(?Envelope $envelope): ?string
    {
        $job = $envelope?->getMessage();

        return $job instanceof MakePlan ? $job->run : null;
    }

    public function testJobsAreGivenOutInTheirOrderEachOnce(): void
    {
        $queue = $this->transport();
        self::assertNull(self::take($queue));
        self::put($queue, 'one', 'two', 'three');
        self::assertSame(
            ['one', 'two', 'three'],
            array_map(self::runOf(...), [self::take($queue), self::take($queue), self::take($queue)]),
        );
        self::assertNull(self::take($queue), 'What is held is not given out again.');
    }

    public function testWhatIsDoneIsGone(): void
    {
        $queue = $this->transport();
        self::put($queue, 'one', 'two');
        $queue->ack(self::take($queue) ?? self::fail());
        $queue->reject(self::take($queue) ?? self::fail());
        $this->letTimePass();
        self::assertNull(self::take($queue));
    }

    public function testAJobWhoseWorkerDiedIsTakenOverAndItsTriesAreCounted(): void
    {
        $queue = $this->transport();
        self::put($queue, 'one');
        for ($try = 1; $try <= 4; ++$try) {
            $taken = self::take($queue);
            self::assertSame(['one', $try], [self::runOf($taken), $taken?->last(TriesStamp::class)?->tries]);
            self::assertNull(self::take($queue));
            $this->letTimePass();
        }
    }

    public function testWhoHoldsAJobAnewKeepsIt(): void
    {
        $queue = $this->transport();
        self::put($queue, 'one');
        $taken = self::take($queue) ?? self::fail();
        $this->letTimePass();
        $queue->keepalive($taken);
        self::assertNull(self::take($queue));
        $this->letTimePass();
        self::assertSame(2, self::take($queue)?->last(TriesStamp::class)?->tries, 'Holding it is no try.');
    }

    public function testWhatIsToBeTriedLaterWaits(): void
    {
        $queue = $this->transport();
        $later = new Envelope(new MakePlan('later'), [new RedeliveryStamp(3), new DelayStamp(2_000)]);
        $queue->send($later);
        $queue->send($later);
        self::put($queue, 'now');
        self::assertSame('now', self::runOf(self::take($queue)));
        self::assertNull(self::take($queue), 'It waits.');
        $taken = [];
        for ($looks = 0; $looks < 200 && count($taken) < 2; ++$looks) {
            usleep(50_000);
            $taken = array_values(array_filter([...$taken, self::take($queue)]));
        }
        self::assertSame(['later', 'later'], array_map(self::runOf(...), $taken), 'Each comes, once.');
        self::assertSame(3, $taken[0]->last(RedeliveryStamp::class)?->getRetryCount());
        self::assertNull(self::take($queue));
    }

    public function testManyShareTheWorkWithoutDoublesOrLosses(): void
    {
        $all = array_map(strval(...), range(1, 200));
        self::put($this->transport(), ...$all);
        $workers = [$this->transport(), $this->transport(), $this->transport()];
        $given = [];
        for ($i = 0; null !== ($taken = self::take($workers[$i % 3])); ++$i) {
            $given[] = self::runOf($taken);
            $workers[$i % 3]->ack($taken);
        }
        self::assertSame($all, $given);
    }
}
