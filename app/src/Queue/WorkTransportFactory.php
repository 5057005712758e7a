<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

use Doctrine\DBAL\Connection;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\Connection as Table;
use Symfony\Component\Messenger\Bridge\Doctrine\Transport\DoctrineTransport;
use Symfony\Component\Messenger\Transport\Serialization\SerializerInterface;
use Symfony\Component\Messenger\Transport\TransportFactoryInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

/**
 * Makes the queues: work://desk is always in the database's own table; work://checks and work://results are so too,
 * unless a setting names a Redis server, where workers on other machines can reach them.
 *
 * @implements TransportFactoryInterface<TransportInterface>
 */
final readonly class WorkTransportFactory implements TransportFactoryInterface
{
    /** Queues of what needs nothing but the queue, and their streams where a Redis server holds them. */
    public const STREAMS = ['checks' => 'ithrel:checks', 'results' => 'ithrel:results'];

    public function __construct(private Connection $connection, private RedisServer $server) {}

    /**
     * @param array<mixed> $options
     */
    public function supports(string $dsn, array $options): bool
    {
        return str_starts_with($dsn, 'work://');
    }

    /**
     * @param array<mixed> $options
     */
    public function createTransport(string $dsn, array $options, SerializerInterface $serializer): TransportInterface
    {
        $queue = substr($dsn, strlen('work://'));
        if ($this->server->isThere() && isset(self::STREAMS[$queue])) {
            return new StreamTransport($this->server, $serializer, self::STREAMS[$queue]);
        }
        $table = new Table(
            [
                'table_name' => TableTransport::TABLE,
                'queue_name' => $queue,
                'redeliver_timeout' => JobInHand::HELD,
                'auto_setup' => false,
            ],
            $this->connection,
        );

        return new TableTransport(new DoctrineTransport($table, $serializer), $this->connection, $queue);
    }
}
