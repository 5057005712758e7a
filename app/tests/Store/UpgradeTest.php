<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Ithrel\App\Store\Backup;
use Ithrel\App\Store\ImmediateTransactions;
use Ithrel\App\Store\Upgrade;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

final class UpgradeTest extends TestCase
{
    /** Tables that hold nothing but what is worked out again, and the queue of an older kind. */
    private const MADE_ANEW = ['check_result' => true, 'work' => true];

    /** Tables that have another name since. */
    private const RENAMED = ['handed_prices' => 'handed_sheet'];

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/ithrel-upgrade-' . bin2hex(random_bytes(5));
        mkdir($this->folder, 0o700);
    }

    protected function tearDown(): void
    {
        exec('rm -rf ' . escapeshellarg($this->folder));
    }

    /**
     * @return iterable<string, array{string}>
     */
    public static function versions(): iterable
    {
        foreach ((array) glob(dirname(__DIR__, 2) . '/migrations/Version*.php') as $file) {
            $name = basename((string) $file, '.php');
            yield $name => [$name];
        }
    }

    #[TestDox('a filled database of each earlier version is brought up to date, and no row is lost')]
    #[DataProvider('versions')]
    public function testFromEachVersion(string $version): void
    {
        $this->console('doctrine:migrations:migrate', 'Ithrel\App\Migrations\\' . $version, '--no-interaction');
        $connection = $this->connection();
        $before = self::filled($connection);
        $connection->close();
        $this->console('upgrade');
        $connection = $this->connection();
        foreach (array_diff_key($before, self::MADE_ANEW) as $table => $rows) {
            self::assertSame(
                $rows,
                (int) $connection->fetchOne(
                    'SELECT COUNT(*) FROM ' . $connection->quoteSingleIdentifier(self::RENAMED[$table] ?? $table),
                ),
                $table,
            );
        }
        self::assertSame([], $connection->fetchAllAssociative('PRAGMA foreign_key_check'));
        $latest = (string) array_key_last(iterator_to_array(self::versions()));
        self::assertCount($version === $latest ? 0 : 1, (array) glob($this->folder . '/test.sqlite.before-*'));
    }

    #[TestDox('a table that is made anew takes nothing with it')]
    public function testATableThatIsMadeAnew(): void
    {
        $connection = $this->keyed();
        $rebuild = static function () use ($connection): void {
            $connection->transactional(static function (Connection $c): void {
                $c->executeStatement('CREATE TEMPORARY TABLE __temp__a AS SELECT id FROM a');
                $c->executeStatement('DROP TABLE a');
                $c->executeStatement('CREATE TABLE a (id INTEGER PRIMARY KEY, more TEXT)');
                $c->executeStatement('INSERT INTO a (id) SELECT id FROM __temp__a');
            });
        };
        $copy = (new Upgrade($connection, new Backup($this->folder . '/test.sqlite')))->around($rebuild);
        self::assertSame(16, (int) $connection->fetchOne('SELECT COUNT(*) FROM b'));
        self::assertIsString($copy);
        $connection->executeStatement('DELETE FROM a WHERE id = 1');
        self::assertSame(0, (int) $connection->fetchOne('SELECT COUNT(*) FROM b'), 'Keys are on again.');
    }

    public function testAChangeThatLeavesSomethingBehindIsToldWithTheCopyAsItWas(): void
    {
        $connection = $this->keyed();
        try {
            (new Upgrade($connection, new Backup($this->folder . '/test.sqlite')))->around(
                static fn() => $connection->executeStatement('DELETE FROM a'),
            );
            self::fail('It is told.');
        } catch (\RuntimeException $e) {
            self::assertStringContainsString('16 rows of "b" that hang on nothing', $e->getMessage());
        }
        $copies = (array) glob($this->folder . '/test.sqlite.before-*');
        self::assertCount(1, $copies);
        $copy = new \SQLite3((string) $copies[0]);
        self::assertSame(1, $copy->querySingle('SELECT COUNT(*) FROM a'));
    }

    private function keyed(): Connection
    {
        $connection = $this->connection();
        $connection->executeStatement('CREATE TABLE a (id INTEGER PRIMARY KEY)');
        $connection->executeStatement(
            'CREATE TABLE b (id INTEGER PRIMARY KEY, a INTEGER REFERENCES a ON DELETE CASCADE)',
        );
        $connection->executeStatement('INSERT INTO a VALUES (1)');
        for ($i = 1; $i <= 16; ++$i) {
            $connection->executeStatement('INSERT INTO b VALUES (?, 1)', [$i]);
        }

        return $connection;
    }

    private function connection(): Connection
    {
        $configuration = new Configuration();
        $configuration->setMiddlewares([new ImmediateTransactions()]);

        return DriverManager::getConnection(
            ['driver' => 'sqlite3', 'path' => $this->folder . '/test.sqlite'],
            $configuration,
        );
    }

    /**
     * Puts two rows into every table, each beside those that it hangs on.
     *
     * @return array<string, int> rows by table
     */
    private static function filled(Connection $connection): array
    {
        $rows = [];
        $names = $connection->fetchFirstColumn("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY rowid");
        $connection->executeStatement('PRAGMA foreign_keys = OFF');
        foreach ($names as $name) {
            if (!is_string($name) || str_starts_with($name, 'sqlite_') || 'doctrine_migration_versions' === $name) {
                continue;
            }
            $table = $connection->quoteSingleIdentifier($name);
            foreach ([1, 2] as $n) {
                $values = [];
                foreach ($connection->fetchAllAssociative("PRAGMA table_info({$table})") as $column) {
                    // Equal in both rows of both tables, so that what names the other finds it.
                    $type = is_string($column['type']) ? $column['type'] : '';
                    $values[(string) $column['name']] = match (true) {
                        1 === preg_match('/INT|BOOL/', $type) => $n,
                        str_contains($type, 'DATE') => '2026-01-0' . $n . ' 00:00:00',
                        default => (string) $n,
                    };
                }
                foreach ($connection->fetchAllAssociative("PRAGMA foreign_key_list({$table})") as $key) {
                    $values[(string) $key['from']] = (string) $n;
                }
                $connection->insert($table, $values);
            }
            $rows[$name] = 2;
        }
        $connection->executeStatement('PRAGMA foreign_keys = ON');
        self::assertSame([], $connection->fetchAllAssociative('PRAGMA foreign_key_check'));
        self::assertNotSame([], $rows);

        return $rows;
    }

    private function console(string ...$arguments): void
    {
        (new Process(
            [PHP_BINARY, dirname(__DIR__, 2) . '/bin/console', ...$arguments],
            null,
            ['APP_ENV' => 'prod', 'ITHREL_VAR' => $this->var(), 'ITHREL_DATABASE' => $this->folder . '/test.sqlite'],
            null,
            120,
        ))->mustRun();
    }

    /** One compiled container for all of them. */
    private function var(): string
    {
        return sys_get_temp_dir() . '/ithrel-upgrade-var-' . getmypid();
    }

    public static function tearDownAfterClass(): void
    {
        exec('rm -rf ' . escapeshellarg(sys_get_temp_dir() . '/ithrel-upgrade-var-' . getmypid()));
    }
}
