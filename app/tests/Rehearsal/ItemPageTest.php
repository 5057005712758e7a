<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Queue\WorkLoop;
use Ithrel\App\Tests\Api\ApiTestCase;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\TestDox;

/**
 * The page of an item, mapped and rehearsed in a real browser by a worker, from the request to the pictures.
 */
final class ItemPageTest extends ApiTestCase
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
        unset($_SERVER['ITHREL_SHOP'], $_ENV['ITHREL_SHOP']);
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    protected function setUp(): void
    {
        $_SERVER['ITHREL_SHOP'] = $_ENV['ITHREL_SHOP'] = self::$shop;
        parent::setUp();
        $this->browser->disableReboot();
    }

    #[TestDox('a page is mapped over pictures, mended by hand, and rehearsed; what differs has its pictures')]
    public function testFromAnAddressToPictures(): void
    {
        $id = $this->bringIn('04-engraved-plate');
        $at = $this->send('POST', "/api/setups/{$id}/shop-page", null, 200)['address'];
        $at = str_replace('/items/', '/with/total-changes-at-checkout/items/', (string) $at);
        $page = $this->send('POST', "/api/setups/{$id}/pages", ['address' => $at], 201);
        self::assertSame(['waiting', [], []], [$page['state'], $page['things'], $page['stages']]);
        $this->send('POST', "/api/setups/{$id}/rehearsals", ['address' => '', 'page' => $page['id']], 422);
        $worker = self::getContainer()->get(WorkLoop::class);
        self::assertTrue($worker->once());
        $page = $this->send('GET', '/api/pages/' . $page['id'], null, 200);
        self::assertSame('ready', $page['state'], (string) $page['message']);
        $things = array_column($page['things'], null, 'what');
        self::assertSame(
            [],
            array_keys(array_filter($things, static fn(array $t): bool => null === $t['key'])),
            'everything is found',
        );
        self::assertArrayNotHasKey('page image', $things, 'the plate has no picture, so none is looked for');
        self::assertSame(['page', 'cart', 'checkout'], array_column($page['stages'], 'stage'));
        self::assertSame($things['cart unitPrice']['expected'], $things['cart unitPrice']['reads']);
        self::assertNotNull($things['option ' . substr((string) array_key_first($things), 7)]['box']);
        self::assertNotSame(
            $things['checkout total']['expected'],
            $things['checkout total']['reads'],
            'the checkout is wrong, and found all the same',
        );
        $this->browser->request('GET', $page['stages'][0]['picture']);
        self::assertResponseHeaderSame('Content-Type', 'image/jpeg');

        // Somebody says that the weight is not to be looked at, and that it is after all.
        $mended = $this->send('PATCH', "/api/pages/{$page['id']}/map", ['what' => 'cart weight', 'key' => null], 200);
        self::assertSame('trying', $mended['state'], 'what was said is tried on the page');
        self::getContainer()->get(WorkLoop::class)->once();
        $tried = $this->send('GET', '/api/pages/' . $page['id'], null, 200);
        self::assertSame(
            ['ready', ['page', 'cart', 'checkout']],
            [$tried['state'], array_column($tried['stages'], 'stage')],
        );
        self::assertSame(
            [null, true],
            [
                array_column($mended['things'], 'key', 'what')['cart weight'],
                array_column($mended['things'], 'byHand', 'what')['cart weight'],
            ],
        );
        foreach (['cart nothing', 'option nothing', ''] as $what) {
            $this->send('PATCH', "/api/pages/{$page['id']}/map", ['what' => $what, 'key' => 'x'], 422);
        }
        self::assertSame('map/1', $this->send('GET', "/api/pages/{$page['id']}/map.json", null, 200)['ithrel']);

        $shop = $page['shop']['id'];
        $given = [
            'name' => 'Staging',
            'hosts' => ['cdn.example'],
            'orders' => false,
            'pause' => 10,
            'ceilings' => ['options' => 50],
        ];
        self::assertSame(
            ['Staging', ['cdn.example'], 10, ['options' => 50]],
            array_values(
                array_intersect_key($this->send('PATCH', '/api/shops/' . $shop, $given, 200), [
                    'name' => 1,
                    'hosts' => 1,
                    'pause' => 1,
                    'ceilings' => 1,
                ]),
            ),
        );
        $this->send('PATCH', '/api/shops/' . $shop, ['ceilings' => ['options' => 3]] + $given, 200);
        self::assertContains(
            'ceiling.reached',
            array_column($this->send('GET', "/api/setups/{$id}/gate", null, 200)['open'], 'code'),
            'the plate has more options than the shop takes',
        );
        $this->send('PATCH', '/api/shops/' . $shop, $given, 200);
        $this->send('PATCH', '/api/shops/' . $shop, ['hosts' => ['http://x/']] + $given, 422);
        $this->send('PATCH', '/api/shops/' . $shop, ['ceilings' => ['colours' => 3]] + $given, 422);

        $run = $this->send('POST', "/api/setups/{$id}/rehearsals", ['address' => '', 'page' => $page['id']], 201);
        for ($jobs = 0; $jobs < 4; ++$jobs) {
            $worker->once();
        }
        $checks = $this->send('GET', "/api/rehearsals/{$run['id']}/checks", null, 200);
        self::assertContains('differs', array_column($checks, 'verdict'));
        $differing = array_values(
            array_filter(
                $checks,
                static fn(array $c): bool => 'differs' === $c['verdict'] && in_array('cart', $c['stages'], true),
            ),
        )[0];
        self::assertNotContains('order', $differing['stages'], 'nothing was ordered');
        $check = $this->send('GET', "/api/rehearsals/{$run['id']}/checks/{$differing['number']}", null, 200);
        self::assertContains('cart weight', $check['unseen']);
        $weights = array_filter(
            $check['cells'],
            static fn(array $c): bool => 'cart' === $c['stage'] && 'weight' === $c['what'],
        );
        self::assertSame(
            [null],
            array_values(array_unique(array_column($weights, 'found'))),
            'what nobody looked at was not found',
        );
        $checkout = array_column($check['pictures'], null, 'stage')['checkout'];
        self::assertStringStartsWith('total: ', $checkout['spots'][0]['words']);
        $this->browser->request('GET', $checkout['picture']);
        self::assertResponseIsSuccessful();
        $this->send('DELETE', '/api/setups/' . $id, null, 204);
        $this->send('GET', $checkout['picture'], null, 404);
    }

    #[
        TestDox(
            'a shop that shows something else than what was tried is told at the gate, by its page and over its ' .
                'interface',
        ),
    ]
    public function testFreshness(): void
    {
        $document = self::demo('04-engraved-plate');
        $item = self::$shop . '/items/fresh';
        $put = static fn(string $text): bool => false !==
            file_get_contents(
                $item,
                false,
                stream_context_create([
                    'http' => ['method' => 'PUT', 'header' => 'Content-Type: application/json', 'content' => $text],
                ]),
            );
        self::assertTrue($put($document));
        $id = $this->bringIn('04-engraved-plate');
        $worker = self::getContainer()->get(WorkLoop::class);
        $once = static fn(): bool => $worker->once();
        $page = $this->send('POST', "/api/setups/{$id}/pages", ['address' => $item], 201);
        $once();
        foreach ([['address' => '', 'page' => $page['id']], ['address' => $item]] as $where) {
            self::assertTrue($put($document));
            $run = $this->send('POST', "/api/setups/{$id}/rehearsals", $where, 201)['id'];
            for ($jobs = 0; $jobs < 3; ++$jobs) {
                $once();
            }
            $this->send('POST', "/api/rehearsals/{$run}/cancel", null, 200);
            $fresh = $this->send('GET', "/api/setups/{$id}/gate", null, 200)['fresh'];
            self::assertSame(
                [$run, $item, null, null],
                [$fresh['run'], $fresh['address'], $fresh['lookedAt'], $fresh['isStill']],
            );
            self::assertTrue($this->lookedAgain($id, $run, $once)['fresh']['isStill']);
            self::assertTrue($put(str_replace('Engraved plate', 'Engraved sign', $document)));
            $gate = $this->lookedAgain($id, $run, $once);
            self::assertFalse($gate['fresh']['isStill']);
            self::assertContains('not-fresh', array_column($gate['open'], 'code'));
            self::assertContains('A shop is no longer as it was tried.', $gate['because']);
            self::assertTrue($put($document));
            self::assertNotContains(
                'not-fresh',
                array_column($this->lookedAgain($id, $run, $once)['open'], 'code'),
                'it is as it was',
            );
        }
    }

    /**
     * @param \Closure(): bool $once
     *
     * @return array<string, mixed> the gate
     */
    private function lookedAgain(string $id, string $run, \Closure $once): array
    {
        $this->browser->request('POST', "/api/rehearsals/{$run}/look", server: ['CONTENT_TYPE' => 'application/json']);
        self::assertResponseStatusCodeSame(202);
        self::assertTrue($once());

        return $this->send('GET', "/api/setups/{$id}/gate", null, 200);
    }

    #[TestDox('an address that leads nowhere, and a page of something else, end with their reason')]
    public function testPagesThatCannotBeMapped(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $this->send('POST', "/api/setups/{$id}/pages", ['address' => 'ftp://shop.test/x'], 422);
        $this->send('POST', "/api/setups/{$id}/pages", ['address' => 'lamp'], 422);
        $worker = self::getContainer()->get(WorkLoop::class);
        $gone = $this->send(
            'POST',
            "/api/setups/{$id}/pages",
            ['address' => ($closed = sprintf('http://127.0.0.1:%d/lamp', Processes::freePort()))],
            201,
        );
        $worker->once();
        $gone = $this->send('GET', '/api/pages/' . $gone['id'], null, 200);
        self::assertSame('failed', $gone['state']);
        self::assertStringContainsString($closed . ' cannot be shown: nobody answers there', (string) $gone['message']);
        $other = $this->send('POST', "/api/setups/{$id}/pages", ['address' => self::$shop . '/'], 201);
        $worker->once();
        $other = $this->send('GET', '/api/pages/' . $other['id'], null, 200);
        self::assertSame('ready', $other['state']);
        self::assertStringContainsString(
            'Nothing on the page asks for any of its options.',
            (string) $other['message'],
        );
        $size = array_column($other['things'], null, 'what');
        self::assertNull(array_shift($size)['key'] ?? null);
        $this->send('GET', '/api/pages/01ARZ3NDEKTSV4RRFFQ69G5FAV', null, 404);
        $this->send('GET', '/api/pictures/01ARZ3NDEKTSV4RRFFQ69G5FAV/..%2fx.jpg', null, 404);
    }
}
