<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageReceivedEvent;

/**
 * Others write to the same rows; what was read for an earlier job says nothing about them now.
 */
final readonly class FreshEntities
{
    public function __construct(private EntityManagerInterface $entities) {}

    #[AsEventListener]
    public function onReceived(WorkerMessageReceivedEvent $event): void
    {
        $this->entities->clear();
    }
}
