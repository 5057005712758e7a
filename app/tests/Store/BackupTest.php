<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;

final class BackupTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir() . '/ithrel-backup-' . bin2hex(random_bytes(5));
        mkdir($this->folder, 0o700);
        $this->console(0, 'upgrade');
        foreach ((array) glob($this->folder . '/test.sqlite.before-*') as $copy) {
            unlink((string) $copy);
        }
    }

    protected function tearDown(): void
    {
        exec('rm -rf ' . escapeshellarg($this->folder));
    }

    public function testACopyIsPutBackAndNothingInItGoesOn(): void
    {
        $database = $this->database();
        $database->exec("INSERT INTO setup (id, title, item, created_at) VALUES ('s', 'As it was', 'i', '2030-01-01')");
        $database->exec(
            'INSERT INTO work_message (body, headers, queue_name, created_at, available_at) ' .
                "VALUES ('{}', '{}', 'checks', '2030-01-01', '2030-01-01')",
        );
        foreach (['r' => 'running', 'f' => 'finished'] as $id => $state) {
            $database->exec(
                'INSERT INTO rehearsal (id, setup_id, revision, faults, today, created_at, state, pairs, lower_bound, ' .
                    'combinations, round, carries) ' .
                    "VALUES ('{$id}', 's', 1, '[]', '2030-01-01', '2030-01-01', '{$state}', 0, 0, 0, 1, 0)",
            );
        }
        $database->close();
        copy($this->folder . '/test.sqlite', $this->folder . '/copy.sqlite');
        $database = $this->database();
        $database->exec("UPDATE setup SET title = 'As it is'");
        $database->close();

        self::assertStringContainsString('put back', $this->console(0, 'restore', $this->folder . '/copy.sqlite'));

        $database = $this->database();
        self::assertSame('As it was', $database->querySingle('SELECT title FROM setup'));
        self::assertSame(0, $database->querySingle('SELECT COUNT(*) FROM work_message'));
        self::assertSame(
            'cancelled finished',
            $database->querySingle("SELECT GROUP_CONCAT(state, ' ') FROM (SELECT state FROM rehearsal ORDER BY state)"),
        );
        $before = (array) glob($this->folder . '/test.sqlite.before-*');
        self::assertCount(1, $before);
        self::assertSame('As it is', (new \SQLite3((string) $before[0]))->querySingle('SELECT title FROM setup'));
    }

    public function testWhatIsNoWholeDatabaseOfIthrelIsRefused(): void
    {
        file_put_contents($this->folder . '/text', 'no database');
        (new \SQLite3($this->folder . '/foreign'))->exec('CREATE TABLE a (id INTEGER)');
        $whole = (string) file_get_contents($this->folder . '/test.sqlite');
        file_put_contents($this->folder . '/cut', substr($whole, 0, intdiv(strlen($whole), 2)));
        foreach (
            ['text' => 'no database', 'foreign' => 'no database of Ithrel', 'cut' => '', 'none' => 'read']
            as $file => $why
        ) {
            $said = $this->console(1, 'restore', $this->folder . '/' . $file);
            self::assertStringContainsString($why, $said, $file);
        }
        self::assertSame(0, $this->database()->querySingle('SELECT COUNT(*) FROM setup'), 'It is there as it was.');
        self::assertSame([], glob($this->folder . '/test.sqlite.before-*'), 'No older copy went for one of it.');
    }

    private function database(): \SQLite3
    {
        $database = new \SQLite3($this->folder . '/test.sqlite');
        $database->enableExceptions(true);

        return $database;
    }

    private function console(int $exit, string ...$arguments): string
    {
        $process = new Process(
            [PHP_BINARY, dirname(__DIR__, 2) . '/bin/console', ...$arguments],
            env: ['ITHREL_DATABASE' => $this->folder . '/test.sqlite'],
        );
        $process->run();
        self::assertSame($exit, $process->getExitCode(), $process->getOutput() . $process->getErrorOutput());

        return $process->getOutput();
    }
}
