<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Doctrine\DBAL\Connection;
use Ithrel\App\Queue\Job;
use Ithrel\App\Queue\TableQueue;
use Ithrel\App\Queue\WorkQueue;

final class TableQueueTest extends WorkQueueTestCase
{
    private Connection $connection;

    protected function setUp(): void
    {
        self::bootKernel(['debug' => false]);
        $this->connection = self::getContainer()->get(Connection::class);
    }

    protected function queue(): WorkQueue
    {
        return new TableQueue($this->connection);
    }

    protected function letTimePass(Job $job): void
    {
        $this->connection->executeStatement('UPDATE work SET held_until = held_until - ? WHERE id = ?', [WorkQueue::HELD + 1, $job->ticket]);
    }

    public function testWhatIsPutTwiceIsThereOnce(): void
    {
        $this->queue()->put('run', [1, 2]);
        $this->queue()->put('run', [2, 1]);
        self::assertSame(2, $this->connection->fetchOne('SELECT COUNT(*) FROM work'));
    }

    public function testADroppedRunLeavesTheOthers(): void
    {
        $this->queue()->put('one', [1, 2]);
        $this->queue()->put('two', [1]);
        $this->queue()->drop('one');
        self::assertSame('two', $this->queue()->take('a')?->run);
        self::assertNull($this->queue()->take('a'));
    }

    public function testAWorkerThatLostItsJobDoesNotHoldIt(): void
    {
        $queue = $this->queue();
        $queue->put('run', [1]);
        $job = $queue->take('slow');
        self::assertNotNull($job);
        $this->letTimePass($job);
        $queue->take('other');
        $this->letTimePass($job);
        $queue->hold($job, 'slow');
        self::assertNotNull($queue->take('third'), 'It is held for whom it was given to last.');
    }
}
