<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Psr\Container\ContainerInterface;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Middleware\MiddlewareInterface;
use Symfony\Component\Messenger\Middleware\StackInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;

/**
 * The job that this worker is at: for how long it is held, and whether the worker was told to end after it.
 */
final class JobInHand implements MiddlewareInterface
{
    /** Seconds for which a job is held; whoever works longer on it holds it anew, before each request to a shop. */
    public const HELD = 45;

    /** Tries after which a job is given up. */
    public const MOST_TRIES = 3;

    private ?Envelope $envelope = null;
    private bool $isEnding = false;

    /**
     * @param ContainerInterface $receivers by name of the queue
     */
    public function __construct(private readonly ContainerInterface $receivers) {}

    public function handle(Envelope $envelope, StackInterface $stack): Envelope
    {
        $outer = $this->envelope;
        $this->envelope = null === $envelope->last(ReceivedStamp::class) ? $outer : $envelope;
        try {
            return $stack->next()->handle($envelope, $stack);
        } finally {
            $this->envelope = $outer;
        }
    }

    /** The worker is still at it. */
    public function hold(): void
    {
        $queue = $this->envelope?->last(ReceivedStamp::class)?->getTransportName();
        $receiver = null === $queue || !$this->receivers->has($queue) ? null : $this->receivers->get($queue);
        if (null !== $this->envelope && $receiver instanceof KeepaliveReceiverInterface) {
            $receiver->keepalive($this->envelope);
        }
    }

    /** How often it was begun, this time counted. */
    public function tries(): int
    {
        return $this->envelope?->last(TriesStamp::class)->tries ?? 1;
    }

    /** Why it is given up; null where it was not yet begun too often. */
    public function whyGivenUp(): ?string
    {
        return $this->tries() <= self::MOST_TRIES
            ? null
            : sprintf('It was begun %d times, and each time the worker ended before it was done.', $this->tries() - 1);
    }

    public function isEnding(): bool
    {
        return $this->isEnding;
    }

    public function end(): void
    {
        $this->isEnding = true;
    }
}
