<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Ithrel\App\Gate\Verdicts;
use Ithrel\App\Queue\WorkLoop;
use Ithrel\App\Rehearsal\DueRehearsals;
use Ithrel\App\Tests\Api\ApiTestCase;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * The shelf as a page: searched, filtered, in an order; with verdicts that a worker keeps, and what is due.
 */
final class ShelfPageTest extends ApiTestCase
{
    private static string $folder;
    private static string $shop;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-shop-' . bin2hex(random_bytes(5));
        self::$shop = Processes::shop(self::$folder);
    }

    public static function tearDownAfterClass(): void
    {
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    protected function setUp(): void
    {
        $_SERVER['ITHREL_SHOP'] = $_ENV['ITHREL_SHOP'] = self::$shop;
        parent::setUp();
        $this->browser->disableReboot();
    }

    protected function tearDown(): void
    {
        unset($_SERVER['ITHREL_SHOP'], $_ENV['ITHREL_SHOP']);
        parent::tearDown();
    }

    #[TestDox('setups are found by their words, turned page by page, and put in an order')]
    public function testPages(): void
    {
        foreach (['01-harbour-pendant', '04-engraved-plate', '08-signal-lantern'] as $name) {
            $this->bringIn($name);
        }
        self::assertSame(['Signal lantern', 'Engraved plate', 'Harbour pendant'], $this->titles(''));
        self::assertSame(['Engraved plate', 'Harbour pendant', 'Signal lantern'], $this->titles('?order=title'));
        self::assertSame(['Engraved plate'], $this->titles('?search=PLATE'));
        self::assertSame(
            [],
            $this->titles('?search=' . rawurlencode('%')),
            'a sign of the database is a sign like any other',
        );
        $page = $this->send('GET', '/api/setups?order=title&from=1&limit=1', null, 200);
        self::assertSame(
            [3, 1, ['Harbour pendant']],
            [$page['total'], $page['from'], array_column($page['rows'], 'title')],
        );
        foreach (['order=price', 'verdict=green', 'limit=0', 'limit=9999', 'from=-1', 'from=x'] as $wrong) {
            $this->browser->request('GET', '/api/setups?' . $wrong);
            self::assertContains($this->browser->getResponse()->getStatusCode(), [400, 404], $wrong);
        }
    }

    #[TestDox('a verdict is worked out beside, shown until something changes that it hangs on, and filtered by')]
    public function testVerdicts(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $verdicts = self::getContainer()->get(Verdicts::class);
        self::assertNull($this->row($id)['verdict']);
        self::assertTrue($verdicts->next());
        self::assertFalse($verdicts->next(), 'what is of now is not worked out again');
        self::assertSame('must-not-launch', $this->row($id)['verdict']);
        self::assertSame(
            $this->row($id)['open'],
            count($this->send('GET', "/api/setups/{$id}/gate", null, 200)['open']),
        );
        self::assertSame(['Harbour pendant'], $this->titles('?verdict=must-not-launch'));
        self::assertSame([], $this->titles('?verdict=may-launch'));
        $open = $this->send('GET', "/api/setups/{$id}/gate", null, 200)['open'][0];
        $this->send(
            'POST',
            "/api/setups/{$id}/accepted",
            ['known' => $open['known'], 'by' => 'Lena', 'role' => 'lead', 'why' => 'known', 'until' => null],
            201,
        );
        self::assertNull($this->row($id)['verdict'], 'it was of what was open before');
        self::assertTrue($verdicts->next());
        self::assertSame(
            count($this->send('GET', "/api/setups/{$id}/gate", null, 200)['open']),
            $this->row($id)['open'],
        );
        $this->send('POST', "/api/setups/{$id}/revisions", ['text' => self::demo('08-signal-lantern')], 201);
        $this->send('GET', '/api/setups/' . $id, null, 200);
        self::assertNull($this->row($id)['verdict']);
        self::assertTrue($verdicts->next());
        self::assertSame('not-yet', $this->row($id)['verdict']);
    }

    #[TestDox('all that is due is rehearsed by one request, each where it was tried last; what cannot be says why')]
    public function testDue(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        self::assertTrue($this->row($id)['due']);
        self::assertSame(
            ['begun' => ['Engraved plate'], 'left' => []],
            $this->send('POST', '/api/rehearsals/due', null, 201),
        );
        self::assertSame(1, $this->send('GET', '/api/setups', null, 200)['running']['runs']);
        self::assertSame(
            ['begun' => [], 'left' => []],
            $this->send('POST', '/api/rehearsals/due', null, 201),
            'it runs already',
        );
        $worker = self::getContainer()->get(WorkLoop::class);
        for ($job = 0; $job < 200 && $worker->once(); ++$job) {
        }
        self::assertSame(
            ['total' => 65, 'agrees' => 65],
            array_intersect_key($this->row($id)['rehearsal'], ['total' => 1, 'agrees' => 1]),
        );
        self::assertFalse($this->row($id)['due']);
        self::assertSame([], $this->titles('?verdict=due'));
        $this->send('POST', "/api/setups/{$id}/revisions", ['text' => self::demo('08-signal-lantern')], 201);
        self::assertTrue($this->row($id)['due'], 'another revision was not rehearsed');
        $this->send('PATCH', '/api/setups/' . $id, ['title' => 'Lantern'], 200);
        self::assertSame(['Lantern'], self::getContainer()->get(DueRehearsals::class)->begin()['begun']);
    }

    /**
     * @return list<string>
     */
    private function titles(string $query): array
    {
        return array_column($this->send('GET', '/api/setups' . $query, null, 200)['rows'], 'title');
    }

    /**
     * @return array<string, mixed>
     */
    private function row(string $id): array
    {
        return array_column($this->send('GET', '/api/setups', null, 200)['rows'], null, 'id')[$id];
    }
}
