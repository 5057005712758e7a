<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Queue;

use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Queue\RedisServer;
use Ithrel\App\Queue\StreamTransport;
use Ithrel\App\Queue\TableTransport;
use Ithrel\App\Queue\WorkTransportFactory;
use Ithrel\App\Store\ImmediateTransactions;
use Symfony\Component\Messenger\Transport\Receiver\KeepaliveReceiverInterface;
use Symfony\Component\Messenger\Transport\TransportInterface;

final class TableTransportTest extends WorkTransportTestCase
{
    private Connection $connection;

    protected function setUp(): void
    {
        self::bootKernel(['debug' => false]);
        $this->connection = self::getContainer()->get(Connection::class);
    }

    protected function transport(): TransportInterface&KeepaliveReceiverInterface
    {
        $transport = (new WorkTransportFactory($this->connection, new RedisServer('')))->createTransport(
            'work://checks',
            [],
            self::serializer(),
        );
        self::assertInstanceOf(TableTransport::class, $transport);

        return $transport;
    }

    protected function letTimePass(): void
    {
        $this->connection->executeStatement('UPDATE work_message SET delivered_at = ?', [
            (new \DateTimeImmutable('UTC'))->modify(sprintf('-%d seconds', JobInHand::HELD + 1))->format('Y-m-d H:i:s'),
        ]);
    }

    public function testTheSettingChoosesWhereSharedWorkWaits(): void
    {
        $factory = new WorkTransportFactory($this->connection, new RedisServer('tcp://127.0.0.1:1'));
        self::assertInstanceOf(
            StreamTransport::class,
            $factory->createTransport('work://checks', [], self::serializer()),
        );
        self::assertInstanceOf(
            StreamTransport::class,
            $factory->createTransport('work://results', [], self::serializer()),
        );
        self::assertInstanceOf(TableTransport::class, $factory->createTransport('work://desk', [], self::serializer()));
    }

    public function testWhereNothingWaitsNobodyLocksTheDatabaseForWriting(): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'ithrel-queue');
        $configuration = new Configuration();
        $configuration->setMiddlewares([new ImmediateTransactions()]);
        $own = DriverManager::getConnection(['driver' => 'sqlite3', 'path' => $file], $configuration);
        $own->executeStatement(
            (string) $this->connection->fetchOne("SELECT sql FROM sqlite_master WHERE name = 'work_message'"),
        );
        $own->executeStatement('PRAGMA busy_timeout = 1');
        $writer = new \SQLite3($file);
        $writer->exec('BEGIN IMMEDIATE');
        $queue = (new WorkTransportFactory($own, new RedisServer('')))->createTransport(
            'work://checks',
            [],
            self::serializer(),
        );
        try {
            self::assertNull(self::take($queue), 'An idle worker looks while another writes.');
        } finally {
            $writer->exec('ROLLBACK');
            unlink($file);
        }
    }
}
