<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Psr\Container\ContainerInterface;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\Exception\MessageDecodingFailedException;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\Receiver\ReceiverInterface;
use Symfony\Component\Messenger\Worker;

/**
 * Does what the queues have, with Messenger's worker.
 */
final class WorkLoop
{
    /** All queues, in the order in which they are looked at; the second list: those that need no database. */
    public const ALL = ['results', 'desk', 'checks'];
    public const SHARED = ['checks'];

    private const IDLE_MICROSECONDS = 150_000;

    private ?Worker $worker = null;

    /**
     * @param ContainerInterface $receivers by name of the queue
     */
    public function __construct(
        private readonly ContainerInterface $receivers,
        private readonly MessageBusInterface $bus,
        private readonly EventDispatcherInterface $events,
        private readonly LoggerInterface $log,
    ) {}

    /**
     * Until it is told to stop.
     *
     * @param list<string> $queues
     * @param \Closure(): bool $idle called where nothing waits; false: it stops
     */
    public function run(array $queues, \Closure $idle): void
    {
        $worker = $this->worker = $this->worker($queues);
        $this->listening(static function (WorkerRunningEvent $event) use ($worker, $idle): void {
            if ($event->isWorkerIdle() && !$idle()) {
                $worker->stop();
            }
        }, $worker);
    }

    /**
     * @param list<string> $queues
     *
     * @return bool whether there was something to do
     */
    public function once(array $queues = self::ALL): bool
    {
        $isDone = false;
        $worker = $this->worker($queues);
        $this->listening(static function (WorkerRunningEvent $event) use ($worker, &$isDone): void {
            $isDone = !$event->isWorkerIdle();
            $worker->stop();
        }, $worker);

        return $isDone;
    }

    /** After the job in hand. */
    public function stop(): void
    {
        $this->worker?->stop();
    }

    /**
     * @param \Closure(WorkerRunningEvent): void $listener
     */
    private function listening(\Closure $listener, Worker $worker): void
    {
        $this->events->addListener(WorkerRunningEvent::class, $listener);
        try {
            for ($goesOn = true; $goesOn; ) {
                $goesOn = false;
                try {
                    $worker->run(['sleep' => self::IDLE_MICROSECONDS]);
                } catch (MessageDecodingFailedException $e) {
                    // It is out of the queue; the next one is taken.
                    $this->log->error('What is no job was in the queue.', ['exception' => $e]);
                    $goesOn = true;
                }
            }
        } finally {
            $this->events->removeListener(WorkerRunningEvent::class, $listener);
        }
    }

    /**
     * @param list<string> $queues
     */
    private function worker(array $queues): Worker
    {
        $receivers = [];
        foreach ($queues as $queue) {
            $receiver = $this->receivers->get($queue);
            $receivers[$queue] =
                $receiver instanceof ReceiverInterface
                    ? $receiver
                    : throw new \LogicException(sprintf('There is no queue "%s".', $queue));
        }

        return new Worker($receivers, $this->bus, $this->events, $this->log);
    }
}
