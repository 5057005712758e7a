<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Demo\DemoData;
use Ithrel\App\Store\CheckResult;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\UnreadableDocument;
use Ithrel\Core\Tests\Support\Documents;
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
        $this->shelf->revise($setup, Documents::json(['name' => 'Second', 'item' => ['sku' => 'N', 'name' => 'New item', 'price' => '1']]));
        $id = $setup->id();
        $this->entities->clear();
        $found = $this->shelf->get($id);
        self::assertSame([1, 2], array_map(static fn ($r): int => $r->number(), $found->revisions()));
        self::assertSame(['First', 'New item'], [$found->title(), $found->item()], 'The name on the shelf is the tester\'s to change.');
        self::assertSame(hash('sha256', $found->latest()->document()), $found->latest()->sha256());
        $this->shelf->remove($found);
        self::assertSame('0', (string) $this->connection()->fetchOne('SELECT COUNT(*) FROM revision'));
    }

    public function testAReportIsWorkedOutOnceADocumentAndDay(): void
    {
        $setup = $this->shelf->bringIn(Documents::json(['options' => [Documents::one('a', ['x', 'y'])]]));
        $report = $this->shelf->report($setup->latest());
        self::assertSame(['offered' => '3', 'selectable' => '3', 'wrongSales' => '0', 'deadEnds' => '0', 'traps' => '0'], $report['counts']);
        $this->entities->clear();
        self::assertEquals($report, $this->shelf->report($this->shelf->get($setup->id())->latest()));
        self::assertCount(1, $this->entities->getRepository(CheckResult::class)->findAll());
    }

    public function testWhatIsCompiledIsKeptInAFileAndAFileThatIsBrokenIsMadeAnew(): void
    {
        $folder = sys_get_temp_dir().'/ithrel-compiled-'.bin2hex(random_bytes(4));
        $document = Documents::json(['options' => [Documents::one('a', ['x', 'y']), ['code' => 'w', 'kind' => 'number', 'min' => '1']]]);
        $first = (new CompiledSetups(Reader::shipped(), $folder))->of($document, '2026-11-24');
        $files = glob($folder.'/*.bin');
        self::assertIsArray($files);
        self::assertCount(1, $files);
        // Another process, with a reader that would fail: the file alone has to do.
        $again = (new CompiledSetups(new Reader(new \Ithrel\Core\Setup\Structure('/nowhere')), $folder))->of($document, '2026-11-24');
        self::assertEquals($first->selectable(), $again->selectable());
        foreach (['', 'O:8:"stdClass":0:{}', substr((string) file_get_contents($files[0]), 0, 500)] as $broken) {
            file_put_contents($files[0], $broken);
            self::assertEquals($first->selectable(), (new CompiledSetups(Reader::shipped(), $folder))->of($document, '2026-11-24')->selectable());
        }
        (new CompiledSetups(Reader::shipped(), $folder))->of($document, '2026-11-25');
        self::assertCount(2, glob($folder.'/*.bin') ?: [], 'Another day can be another answer.');
        $components = glob($folder.'/components-*/*.bin') ?: [];
        self::assertCount(1, $components, 'What is compiled hangs on no day here, and is taken over.');
        (new Filesystem())->remove($folder);
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
        $titles = array_map(static fn (StoredSetup $s): string => $s->title(), $this->shelf->all());
        self::assertSame('Harbour pendant', $titles[0]);
        self::assertSame('Lightkeeper refill box', $titles[count($titles) - 1]);
    }

    private function connection(): Connection
    {
        return $this->entities->getConnection();
    }
}
