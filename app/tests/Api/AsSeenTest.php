<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Doctrine\ORM\EntityManagerInterface;
use Ithrel\App\Rehearsal\ItemPages;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\Shop;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Tests\Support\Documents;

/**
 * Two people who change the same thing: the second is told so, and nothing of the first is lost.
 */
final class AsSeenTest extends ApiTestCase
{
    public function testANameTicksAndSamplesAreChangedAsTheyWereSeen(): void
    {
        $id = $this->setUpWith(['code' => 'name', 'kind' => 'text', 'pattern' => '[A-Z]{2}[0-9]+']);
        $at = '/api/setups/' . $id;
        $entry = $this->send('GET', '/api/setups', null, 200)['rows'][0];
        $renamed = $this->send('PATCH', $at, ['title' => 'Ada\'s'], 200, $entry['etag']);
        $this->send('PATCH', $at, ['title' => 'Bea\'s'], 412, $entry['etag']);
        self::assertSame('Ada\'s', $this->send('GET', $at, null, 200)['title']);
        $this->send('PATCH', $at, ['title' => 'Bea\'s'], 200, $renamed['etag']);
        $this->send('PATCH', $at, ['title' => 'Cid\'s'], 200);

        $sheet = $this->send('GET', $at . '/limits', null, 200)[0];
        $samples = ['option' => 'name', 'texts' => ['AB12']];
        $this->send('PUT', $at . '/limits/samples', $samples, 204, $sheet['etag']);
        $this->send('PUT', $at . '/limits/samples', ['texts' => ['CD34']] + $samples, 412, $sheet['etag']);
        self::assertSame(['AB12'], $this->send('GET', $at . '/limits', null, 200)[0]['samples']);

        $row = $this->send('GET', $at . '/limits', null, 200)[0]['rows'][0];
        $tick = ['known' => $row['known'], 'route' => 'form', 'found' => 'taken'];
        $this->send('PUT', $at . '/limits/ticks', $tick, 204, $row['etags']['form']);
        $this->send('PUT', $at . '/limits/ticks', ['found' => 'refused'] + $tick, 412, $row['etags']['form']);
        $this->send('PUT', $at . '/limits/ticks', ['route' => 'express'] + $tick, 204, $row['etags']['express']);
        self::assertSame('taken', $this->send('GET', $at . '/limits', null, 200)[0]['rows'][0]['form']);

        $this->send('PUT', $at . '/limits/ticks', ['known' => 'fedcba987654'] + $tick, 422);
        $this->send('PUT', $at . '/limits/ticks', ['known' => 'fedcba987654', 'found' => null] + $tick, 204);
    }

    public function testADocumentIsRevisedRestoredAndRemovedAsItWasSeen(): void
    {
        $id = $this->setUpWith(['code' => 'gift', 'kind' => 'flag']);
        $at = '/api/setups/' . $id;
        $seen = $this->send('GET', $at, null, 200)['sha256'];
        $this->send(
            'POST',
            $at . '/revisions',
            ['text' => self::text(['code' => 'box', 'kind' => 'flag'])],
            201,
            $seen,
        );
        $this->send('POST', $at . '/revisions/1/restore', null, 412, $seen);
        $this->send('DELETE', $at, null, 412, $seen);
        $latest = $this->send('GET', $at, null, 200)['sha256'];
        $this->send('POST', $at . '/revisions/1/restore', null, 201, $latest);
        $before = count($this->send('GET', '/api/log', null, 200));
        $again = $this->send('POST', $at . '/revisions/1/restore', null, 200);
        self::assertSame([3, $seen], [$again['number'], $again['sha256']], 'What is there already is not kept twice.');
        self::assertCount($before, $this->send('GET', '/api/log', null, 200));
        $this->send('DELETE', $at, null, 204, $seen);
    }

    public function testACatalogueTakesThePlaceOfTheOneThatWasSeen(): void
    {
        $seen = $this->send('GET', '/api/catalogue', null, 200)['etag'];
        $this->send('PUT', '/api/catalogue', ['text' => "sku,name\nA-1,Lamp\n"], 200, $seen);
        $this->send('PUT', '/api/catalogue', ['text' => "sku,name\nB-1,Shade\n"], 412, $seen);
        self::assertSame('A-1', $this->send('GET', '/api/catalogue', null, 200)['rows'][0]['sku']);
    }

    public function testAShopAndAMapAreChangedAsTheyWereSeen(): void
    {
        $page = $this->page();
        $told = $this->send('GET', '/api/pages/' . $page->id(), null, 200);
        self::assertResponseHeaderSame('ETag', '"' . $told['etag'] . '"');
        $this->browser->request(
            'GET',
            '/api/pages/' . $page->id(),
            server: [
                'HTTP_IF_NONE_MATCH' => '"' . $told['etag'] . '"',
            ],
        );
        self::assertResponseStatusCodeSame(304);
        $this->send(
            'PATCH',
            '/api/pages/' . $page->id() . '/map',
            ['what' => 'page total', 'key' => 'p1'],
            200,
            $told['etag'],
        );
        $this->send(
            'PATCH',
            '/api/pages/' . $page->id() . '/map',
            ['what' => 'page total', 'key' => 'p2'],
            412,
            $told['etag'],
        );

        $shop = ['name' => 'Pier', 'hosts' => [], 'orders' => false, 'pause' => 250, 'ceilings' => []];
        $at = '/api/shops/' . $told['shop']['id'];
        $this->send('PATCH', $at, $shop, 200, $told['shop']['etag']);
        $this->send('PATCH', $at, ['name' => 'Quay'] + $shop, 412, $told['shop']['etag']);
        self::assertSame('Pier', $this->send('GET', '/api/pages/' . $page->id(), null, 200)['shop']['name']);
    }

    public function testWhatIsSaidWhileABrowserMapsStandsOverWhatItFound(): void
    {
        $page = $this->page();
        $pages = self::getContainer()->get(ItemPages::class);
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $page->again();
        $entities->flush();
        // Another process mends it meanwhile: this one does not know of it.
        $entities
            ->getConnection()
            ->executeStatement('UPDATE item_page SET state = ?, map = ?, by_hand = ? WHERE id = ?', [
                ItemPage::TRYING,
                json_encode(self::map('hers', 'old')->toArray(), JSON_THROW_ON_ERROR),
                '["page total"]',
                $page->id(),
            ]);
        $pages->mapped($page, self::map('found', 'found'), [], 3);
        self::assertSame(
            [['total' => 'hers', 'unitPrice' => 'found'], ['page total'], ItemPage::TRYING],
            [PageMap::fromArray($page->map() ?? [], '')->places, $page->byHand(), $page->state()],
        );
        $page->again();
        $entities->flush();
        $pages->mapped($page, self::map('anew', 'anew'), [], 3);
        self::assertSame([[], ItemPage::READY], [$page->byHand(), $page->state()], 'Said before, it is found anew.');
    }

    private static function map(string $total, string $unitPrice): PageMap
    {
        $map = new PageMap('http://127.0.0.1:1/lamp');
        [$map->add, $map->places] = ['b1', ['total' => $total, 'unitPrice' => $unitPrice]];

        return $map;
    }

    private function page(): ItemPage
    {
        $this->browser->disableReboot();
        $id = $this->setUpWith(['code' => 'gift', 'kind' => 'flag']);
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $shop = new Shop('127.0.0.1:1', new \DateTimeImmutable());
        $setup = self::getContainer()->get(Shelf::class)->get($id);
        $page = new ItemPage($setup, $shop, 'http://127.0.0.1:1/lamp', new \DateTimeImmutable());
        $page->mapped(self::map('old', 'old')->toArray(), [], 1, []);
        $entities->persist($shop);
        $entities->persist($page);
        $entities->flush();

        return $page;
    }

    /**
     * @param array<string, mixed> $option
     */
    private static function text(array $option): string
    {
        return Documents::json(['options' => [['label' => 'Of it'] + $option]]);
    }

    /**
     * @param array<string, mixed> $option
     */
    private function setUpWith(array $option): string
    {
        $id = $this->send('POST', '/api/setups', ['text' => self::text($option)], 201)['id'];
        self::assertIsString($id);

        return $id;
    }
}
