<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Doctrine\DBAL\Connection;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\DoctrineReceivedStamp;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\DoctrineTransport;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Messenger's queue in a table of the application's own database, with a count of tries: it tells how often a job was
 * given out, not only how often its handler failed, as a job can be what a worker dies of.
 */
final readonly class TableTransport implements TransportInterface, KeepaliveReceiverInterface
{
    public const TABLE = 'work_message';

    /** Seconds for which a job is put off at most, and some more. */
    private const LONGEST = 180;

    public function __construct(
        private DoctrineTransport $transport,
        private Connection $connection,
        private string $queue,
    ) {}

    public function get(): iterable
    {
        // Looked at first, as Messenger begins with a lock for writing: idle workers would lock out who writes.
        if (!$this->isAnythingThere()) {
            return [];
        }
        $this->mindClock();
        $envelopes = [];
        foreach ($this->transport->get() as $envelope) {
            $id = $envelope->last(DoctrineReceivedStamp::class)?->getId();
            $this->connection->executeStatement('UPDATE ' . self::TABLE . ' SET tries = tries + 1 WHERE id = ?', [$id]);
            $tries = $this->connection->fetchOne('SELECT tries FROM ' . self::TABLE . ' WHERE id = ?', [$id]);
            $envelopes[] = $envelope->with(new TriesStamp(is_int($tries) ? $tries : 1));
        }

        return $envelopes;
    }

    private function isAnythingThere(): bool
    {
        $now = new \DateTimeImmutable('UTC');

        return false !==
            $this->connection->fetchOne(
                'SELECT 1 FROM ' .
                    self::TABLE .
                    ' WHERE queue_name = ? AND ((available_at <= ? AND (delivered_at IS NULL OR delivered_at < ?)) ' .
                    'OR available_at > ? OR delivered_at > ?) LIMIT 1',
                [
                    $this->queue,
                    $now->format('Y-m-d H:i:s'),
                    $now->modify(sprintf('-%d seconds', JobInHand::HELD))->format('Y-m-d H:i:s'),
                    self::beyond($now),
                    self::beyond($now),
                ],
            );
    }

    /** A clock that was set back shall delay nothing: what is due, or was given out, long after now is so at once. */
    private function mindClock(): void
    {
        $now = new \DateTimeImmutable('UTC');
        foreach (['available_at' => $now->format('Y-m-d H:i:s'), 'delivered_at' => null] as $column => $value) {
            $this->connection->executeStatement(
                sprintf('UPDATE %1$s SET %2$s = ? WHERE queue_name = ? AND %2$s > ?', self::TABLE, $column),
                [$value, $this->queue, self::beyond($now)],
            );
        }
    }

    /** A time that no job waits for, as none is put off for so long. */
    private static function beyond(\DateTimeImmutable $now): string
    {
        return $now->modify(sprintf('+%d seconds', self::LONGEST))->format('Y-m-d H:i:s');
    }

    public function ack(Envelope $envelope): void
    {
        $this->transport->ack($envelope);
    }

    public function reject(Envelope $envelope): void
    {
        $this->transport->reject($envelope);
    }

    public function send(Envelope $envelope): Envelope
    {
        return $this->transport->send($envelope);
    }

    public function keepalive(Envelope $envelope, ?int $seconds = null): void
    {
        $this->transport->keepalive($envelope, $seconds);
    }
}
