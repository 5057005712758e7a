<?php

declare(strict_types=1);

namespace Ithrel\App\Store;

use Doctrine\DBAL\Connection;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Event\TerminateEvent;

/**
 * What is done once a change is kept and whoever made it has her answer. What fails here is logged, and takes nothing
 * back; where the change itself failed, it is not done.
 */
final class Afterwards
{
    /** @var list<\Closure(): void> */
    private array $work = [];

    public function __construct(private readonly Connection $connection, private readonly LoggerInterface $log) {}

    /**
     * @param \Closure(): void $work done at once where no transaction is open
     */
    public function do(\Closure $work): void
    {
        $this->work[] = $work;
        if (!$this->connection->isTransactionActive()) {
            $this->doAll();
        }
    }

    /**
     * @param \Closure(): void $work done after the answer, whatever is open now
     */
    public function later(\Closure $work): void
    {
        $this->work[] = $work;
    }

    #[AsEventListener]
    public function onException(ExceptionEvent $event): void
    {
        if ($event->isMainRequest()) {
            $this->work = [];
        }
    }

    #[AsEventListener]
    public function onTerminate(TerminateEvent $event): void
    {
        $this->doAll();
    }

    /** As after an answer: for a worker, which ends no request. */
    public function doAll(): void
    {
        while ([] !== $this->work) {
            $work = array_shift($this->work);
            try {
                $work();
            } catch (\Throwable $e) {
                $this->log->error('What was to be done after a change failed.', ['exception' => $e]);
            }
        }
    }
}
