<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Api\Views;
use Ithrel\App\Demo\DemoData;
use Ithrel\App\Store\CheckResult;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Engine;
use Ithrel\App\Store\KeptFolder;
use Ithrel\App\Store\Reports;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\App\Work\Within;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Structure;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Work\Budget;
use Ithrel\Core\Work\OutOfBudget;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\Filesystem\Filesystem;

final class StoreTest extends KernelTestCase
{
    private Shelf $shelf;
    private EntityManagerInterface $entities;

    protected function setUp(): void
    {
        self::bootKernel(['debug' => false]);
        $this->shelf = self::getContainer()->get(Shelf::class);
        $this->entities = self::getContainer()->get(EntityManagerInterface::class);
    }

    public function testARefusedDocumentLeavesNothing(): void
    {
        try {
            $this->shelf->bringIn(Documents::json(['currency' => 'XQZ']));
            self::fail('It was taken.');
        } catch (UnreadableDocument $e) {
            self::assertSame('/currency', $e->problems[0]->at);
        }
        self::assertSame([], $this->shelf->all());
    }

    public function testRevisionsAreNumberedAndGoWithTheirSetup(): void
    {
        $setup = $this->shelf->bringIn(Documents::json(['name' => 'First']));
        $this->shelf->revise(
            $setup,
            Documents::json(['name' => 'Second', 'item' => ['sku' => 'N', 'name' => 'New item', 'price' => '1']]),
        );
        $id = $setup->id();
        $this->entities->clear();
        $found = $this->shelf->get($id);
        self::assertSame(
            [2, [2, 1]],
            [$found->latest()->number(), array_column($this->shelf->revisions($found, 0, 9)[1], 'number')],
        );
        self::assertSame(
            ['First', 'New item'],
            [$found->title(), $found->item()],
            'The name on the shelf is the tester\'s to change.',
        );
        self::assertSame(hash('sha256', $found->latest()->document()), $found->latest()->sha256());
        $this->shelf->remove($found);
        self::assertSame('0', (string) $this->connection()->fetchOne('SELECT COUNT(*) FROM revision'));
    }

    public function testAReportIsWorkedOutOnceADocument(): void
    {
        $reports = self::getContainer()->get(Reports::class);
        $setup = $this->shelf->bringIn(Documents::json(['options' => [Documents::one('a', ['x', 'y'])]]));
        self::assertSame([null, null], $reports->known($setup->latest()), 'Whoever asks for many waits for none.');
        [$report] = $reports->of($setup->latest());
        self::assertSame(
            ['offered' => '3', 'selectable' => '3', 'wrongSales' => '0', 'deadEnds' => '0', 'traps' => '0'],
            $report['counts'] ?? null,
        );
        $this->entities->clear();
        self::assertEquals([$report, null], $reports->known($this->shelf->get($setup->id())->latest()));
        self::assertCount(1, $this->entities->getRepository(CheckResult::class)->findAll());
    }

    public function testAWorkerGetsToWhatIsPending(): void
    {
        $reports = self::getContainer()->get(Reports::class);
        $setup = $this->shelf->bringIn(Documents::json(['options' => [Documents::one('a', ['x'])]]));
        self::assertTrue($reports->next());
        self::assertFalse($reports->next());
        self::assertSame('2', $reports->known($setup->latest())[0]['counts']['selectable'] ?? null);
    }

    public function testWhatEndedItsProcessAgainAndAgainIsGivenUp(): void
    {
        $reports = self::getContainer()->get(Reports::class);
        $setup = $this->shelf->bringIn(Documents::json([]));
        $key = [$setup->latest()->sha256(), 'any', self::getContainer()->get(Engine::class)->mark()];
        $this->connection()->executeStatement(
            'INSERT INTO check_result (sha256, today, engine, tries, held_until, created_at) VALUES (?, ?, ?, 3, ?, ?)',
            [...$key, time() + 60, '2026-11-24 00:00:00'],
        );
        self::assertSame([null, null], $reports->of($setup->latest()), 'Somebody is at it.');
        $this->connection()->executeStatement('UPDATE check_result SET held_until = 0');
        self::assertSame(
            [null, 'Working it out ended the process 3 times, most likely for want of memory.'],
            $reports->of($setup->latest()),
        );
        self::assertFalse($reports->next());
    }

    public function testWhatTakesTooLongIsEndedAndWhatTakesTooMuchMemoryToo(): void
    {
        try {
            Within::seconds(1, static function (): void {
                while (true) {
                    Budget::ask();
                }
            });
            self::fail('It ends.');
        } catch (OutOfBudget $e) {
            self::assertSame('it takes longer than 1 seconds', $e->getMessage());
        }
        self::assertSame(7, Within::seconds(1, static fn(): int => 7));
        try {
            Within::seconds(30, static function (): void {
                $all = [];
                while (true) {
                    $all[] = str_repeat('x', 20_000);
                    Budget::ask();
                }
            });
            self::fail('It ends.');
        } catch (OutOfBudget $e) {
            self::assertFalse($e->isOfTime);
        }
    }

    public function testWhatIsCompiledIsKeptAsPlainDataAndAFileThatIsBrokenIsMadeAnew(): void
    {
        $folder = sys_get_temp_dir() . '/ithrel-kept-' . bin2hex(random_bytes(4));
        $setups = static fn(?Structure $structure = null): CompiledSetups => new CompiledSetups(
            new Reader($structure ?? Structure::shipped()),
            new KeptFolder($folder, 1_000_000),
            new Engine(),
        );
        $document = Documents::json([
            'options' => [
                Documents::one('a', ['x', 'y']),
                ['code' => 'w', 'kind' => 'number', 'min' => '1'],
                ['code' => 'd', 'kind' => 'date', 'earliest' => '+1d'],
            ],
        ]);
        $first = $setups()->of($document, '2026-11-24');
        // Another process, with a structure that would fail: it is known to be sound.
        self::assertEquals(
            $first->selectable(),
            $setups(new Structure('/nowhere'))->of($document, '2026-11-24')->selectable(),
        );
        $files = glob($folder . '/components/*.bin') ?: [];
        self::assertCount(1, $files);
        self::assertSame(
            '0700',
            substr(sprintf('%o', fileperms($folder . '/components')), -4),
            'The folder is nobody else\'s.',
        );
        foreach (
            ['', (string) gzdeflate('O:8:"stdClass":0:{}'), substr((string) file_get_contents($files[0]), 0, 50)]
            as $broken
        ) {
            file_put_contents($files[0], $broken);
            self::assertEquals($first->selectable(), $setups()->of($document, '2026-11-24')->selectable());
        }
        $setups()->of($document, '2026-11-25');
        self::assertCount(
            2,
            glob($folder . '/documents/*-sound.bin') ?: [],
            'It counts days from today, so another day can be another answer.',
        );
        self::assertCount(
            1,
            glob($folder . '/components/*.bin') ?: [],
            'What is compiled hangs on no day here, and is taken over.',
        );
        $setups()->forget(hash('sha256', $document));
        self::assertSame([], glob($folder . '/documents/*') ?: []);
        (new Filesystem())->remove($folder);
    }

    public function testWhatIsKeptStaysWithinItsBound(): void
    {
        $folder = sys_get_temp_dir() . '/ithrel-kept-' . bin2hex(random_bytes(4));
        $kept = new KeptFolder($folder, 3_000);
        for ($i = 0; $i < 8; ++$i) {
            $kept->write('a/' . $i . '.bin', [bin2hex(random_bytes(800))]);
            touch($folder . '/a/' . $i . '.bin', 1_700_000_000 + $i);
        }
        $kept->prune();
        self::assertNull($kept->read('a/0.bin'), 'The oldest went first.');
        self::assertNotNull($kept->read('a/7.bin'));
        self::assertLessThanOrEqual(3_000, array_sum(array_map(filesize(...), glob($folder . '/a/*') ?: [])));
        (new Filesystem())->remove($folder);
    }

    public function testADocumentWithAByteOrderMarkAndEmptyObjectsComesBackAsItIs(): void
    {
        $text = "\u{FEFF}" . Documents::json(['rounding' => new \stdClass(), 'variants' => ['by' => [], 'rows' => []]]);
        $setup = $this->shelf->bringIn($text);
        $desk = json_decode(
            json_encode(self::getContainer()->get(Views::class)->desk($setup), JSON_THROW_ON_ERROR),
            false,
            64,
            JSON_THROW_ON_ERROR,
        );
        self::assertInstanceOf(\stdClass::class, $desk);
        self::assertEquals(json_decode(substr($text, 3)), $desk->document);
        self::assertSame($text, $setup->latest()->document());
    }

    public function testTheDatabaseIsSetUpForSeveralProcesses(): void
    {
        self::assertSame('wal', $this->connection()->fetchOne('PRAGMA journal_mode'));
        self::assertSame('1', (string) $this->connection()->fetchOne('PRAGMA foreign_keys'));
        self::assertSame('5000', (string) $this->connection()->fetchOne('PRAGMA busy_timeout'));
    }

    public function testTheDemoIsBroughtInNewestFirst(): void
    {
        $demo = self::getContainer()->get(DemoData::class);
        self::assertSame(count($demo->files()), $demo->load());
        $titles = array_map(static fn(StoredSetup $s): string => $s->title(), $this->shelf->all());
        self::assertSame('Harbour pendant', $titles[0]);
        self::assertSame('Lightkeeper refill box', $titles[count($titles) - 1]);
    }

    private function connection(): Connection
    {
        return $this->entities->getConnection();
    }
}
