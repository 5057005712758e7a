<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Symfony\Component\BrowserKit\HttpBrowser;
use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpClient\HttpClient;

/**
 * The shop as a shopper without scripts meets it, and as a program does.
 */
final class ShopOverHttpTest extends TestCase
{
    private static string $folder;
    private static string $shop;

    private HttpBrowser $browser;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-shop-http-' . bin2hex(random_bytes(5));
        self::$shop = Processes::shop(self::$folder);
        foreach (
            ['04-engraved-plate' => 'plate', '03-breakwater-shade' => 'shade', '08-signal-lantern' => 'lantern']
            as $demo => $id
        ) {
            $response = HttpClient::create()->request('PUT', self::$shop . '/items/' . $id, [
                'body' => (string) file_get_contents(dirname(__DIR__, 2) . '/demo/setups/' . $demo . '.json'),
            ]);
            self::assertSame(['item' => $id, 'page' => self::$shop . '/items/' . $id], $response->toArray());
        }
    }

    public static function tearDownAfterClass(): void
    {
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    protected function setUp(): void
    {
        $this->browser = new HttpBrowser(HttpClient::create());
    }

    public function testTheFormHasTheConstraintsThatABrowserKnows(): void
    {
        $page = $this->open('/items/shade');
        $attributes = static fn(string $field): array => array_intersect_key(
            array_column(
                array_map(
                    static fn(\DOMAttr $a): array => [$a->name, $a->value],
                    iterator_to_array(
                        $page->filter('#f-' . $field . ' input, #f-' . $field . ' select')->getNode(0)->attributes,
                        false,
                    ),
                ),
                1,
                0,
            ),
            [
                'type' => 1,
                'min' => 1,
                'max' => 1,
                'step' => 1,
                'required' => 1,
                'minlength' => 1,
                'maxlength' => 1,
                'pattern' => 1,
            ],
        );
        $document = json_decode(
            (string) file_get_contents(dirname(__DIR__, 2) . '/demo/setups/03-breakwater-shade.json'),
            true,
        );
        $number = array_values(
            array_filter(
                $document['options'],
                static fn(array $o): bool => 'number' === $o['kind'] && isset($o['min'], $o['max']),
            ),
        )[0];
        $has = $attributes($number['code']);
        self::assertSame(
            ['number', $number['min'], $number['max'], $number['step'] ?? 'any'],
            [$has['type'], $has['min'], $has['max'], $has['step']],
        );
        self::assertSame('1', $page->filter('#quantity')->attr('min'));
    }

    public function testALabelThatWasEnteredWithItsMarkGetsNoSecond(): void
    {
        $page = $this->open('/items/plate');
        self::assertSame('Metal *', trim($page->filter('#f-metal label, #f-metal legend')->first()->text()));
        self::assertSame('Lettering *', trim($page->filter('#f-font label, #f-font legend')->first()->text()));
    }

    public function testAShopperWithoutScriptsBuys(): void
    {
        $page = $this->buy('Ada');
        self::assertSame(self::$shop . '/cart', $this->browser->getHistory()->current()->getUri());
        self::assertStringContainsString('Ada', $page->filter('table')->text());
        $total = $page->filter('tfoot td.n')->text();
        self::assertMatchesRegularExpression('/^\d+\.\d\d$/', $total);
        $page = $this->browser->click($page->selectLink('To the checkout')->link());
        self::assertSame($total, $page->filter('tfoot td.n')->text());
        $page = $this->browser->submit($page->selectButton('Place the order')->form());
        self::assertSame('Order', $page->filter('h1')->text());
        self::assertStringContainsString('Ada', $page->filter('table')->text());
        self::assertStringContainsString('Nothing is in the cart.', $this->open('/cart')->text());
    }

    public function testTheServerChecksAgainAndNamesTheField(): void
    {
        $page = $this->buy('');
        self::assertSame(422, $this->browser->getInternalResponse()->getStatusCode());
        self::assertStringContainsString('Engraving *', $page->filter('[role=alert]')->text());
        self::assertSame('#f-text', $page->filter('[role=alert] a')->attr('href'));
        $page = $this->buy(str_repeat('a', 31));
        self::assertSame(422, $this->browser->getInternalResponse()->getStatusCode());
        self::assertSame(
            str_repeat('a', 31),
            $page->filter('#f-text textarea')->text(null, false),
            'What was typed stays.',
        );
        self::assertStringContainsString('Nothing is in the cart.', $this->open('/cart')->text());
    }

    public function testWhatAShopperTypesIsShownAsText(): void
    {
        $page = $this->buy('<b>&"x"');
        self::assertCount(0, $page->filter('td b'));
        self::assertStringContainsString('<b>&"x"', $page->filter('td dl')->text());
    }

    public function testTheExpressRouteGoesStraightToTheCheckout(): void
    {
        $this->buy('Ada', 'Straight to checkout');
        self::assertSame(self::$shop . '/checkout', $this->browser->getHistory()->current()->getUri());
    }

    public function testTheCartCanBeEmptied(): void
    {
        $page = $this->buy('Ada');
        self::assertStringContainsString(
            'Nothing is in the cart.',
            $this->browser->submit($page->selectButton('Empty the cart')->form())->text(),
        );
    }

    public function testEachShopperHasACartOfHerOwn(): void
    {
        $this->buy('Ada');
        self::assertStringContainsString(
            'Nothing is in the cart.',
            (new HttpBrowser(HttpClient::create()))->request('GET', self::$shop . '/cart')->text(),
        );
        self::assertSame('lampshop', $this->browser->getCookieJar()->all()[0]->getName());
        self::assertTrue($this->browser->getCookieJar()->all()[0]->isHttpOnly());
    }

    public function testAFaultIsOnAtItsAddressAlone(): void
    {
        $page = $this->open('/');
        $form = $page->selectButton('Open the shop with these')->form();
        $form['fault[0]']->tick();
        $page = $this->browser->submit($form);
        $fault = $form['fault[0]']->getValue();
        self::assertSame(self::$shop . '/with/' . $fault . '/', $this->browser->getHistory()->current()->getUri());
        self::assertStringContainsString('Faults on: ' . $fault . '.', $page->filter('header')->text());
        self::assertStringStartsWith(
            '/with/' . $fault . '/items/',
            (string) $page->filter('ul.items a')->first()->attr('href'),
        );
        self::assertStringNotContainsString('Faults on', $this->open('/')->filter('header')->text());
    }

    public function testAnswersAsJson(): void
    {
        $opened = $this->json('GET', '/items/lantern');
        self::assertSame(
            hash_file('sha256', dirname(__DIR__, 2) . '/demo/setups/08-signal-lantern.json'),
            $opened['sha256'],
        );
        self::assertSame(['clicks', 'form', 'express', 'cart', 'checkout', 'order'], array_keys($opened['links']));
        $clicked = $this->json('POST', $opened['links']['clicks'], [
            'clicks' => [['option' => 'nothing', 'answer' => 'x']],
            'quantity' => 1,
        ]);
        self::assertSame('nothing', $clicked['refused']);
        self::assertSame([], $this->json('GET', $opened['links']['cart'])['lines']);
        $refused = $this->json('POST', $opened['links']['form'], ['quantity' => 0]);
        self::assertSame([422, false], [$this->browser->getInternalResponse()->getStatusCode(), $refused['accepted']]);
        self::assertContains('quantity', array_column($refused['problems'], 'field'));
    }

    #[TestDox('the exchange that docs/ shows is what the shop says, to the letter')]
    public function testTheExchangeOfTheDocs(): void
    {
        /**
         * @var array{
         *     setup: array<string, mixed>,
         *     exchange: list<array{
         *         why: string,
         *         method: string,
         *         path: string,
         *         body?: array<string, mixed>,
         *         status: int,
         *         answer: array<string, mixed>,
         *     }>,
         * } $docs
         */
        $docs = json_decode(
            (string) file_get_contents(dirname(__DIR__, 2) . '/docs/shop-exchange.json'),
            true,
            512,
            JSON_THROW_ON_ERROR,
        );
        $setup = json_encode(
            $docs['setup'],
            JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRETTY_PRINT,
        );
        HttpClient::create()
            ->request('PUT', self::$shop . '/items/example', ['body' => "\u{FEFF}" . $setup])
            ->getStatusCode();
        self::assertGreaterThan(10, count($docs['exchange']));
        foreach ($docs['exchange'] as $n => $step) {
            $answer = $this->json($step['method'], $step['path'], $step['body'] ?? null);
            self::assertSame(
                [$step['status'], $step['answer']],
                [$this->browser->getInternalResponse()->getStatusCode(), $answer],
                'Step ' . ($n + 1) . ': ' . $step['why'],
            );
        }
    }

    public function testWhatIsNotThereSaysSo(): void
    {
        foreach (
            [
                '/items/none' => 'This item is not sold here.',
                '/attic' => 'There is no such page.',
                '/with/no-such/' => 'There is no fault called "no-such".',
                '/items/..%2f..%2fetc' => 'There is no such page.',
            ]
            as $path => $said
        ) {
            self::assertSame($said, $this->open($path)->filter('h1')->text(), $path);
            self::assertSame(404, $this->browser->getInternalResponse()->getStatusCode());
            self::assertSame(['title' => $said, 'status' => 404], $this->json('GET', $path));
        }
        foreach (
            ['nothing' => 'This is no setup document', '{"item": 1}' => 'This is no setup document']
            as $document => $said
        ) {
            $response = HttpClient::create()->request('PUT', self::$shop . '/items/x', ['body' => $document]);
            self::assertSame(422, $response->getStatusCode());
            self::assertStringStartsWith($said, $response->toArray(false)['title']);
        }
        self::assertSame(
            404,
            HttpClient::create()
                ->request('GET', self::$shop . '/items/x')
                ->getStatusCode(),
            'Nothing was put on sale.',
        );
        self::assertSame(
            400,
            HttpClient::create()
                ->request('POST', self::$shop . '/items/plate/clicks', ['body' => 'x'])
                ->getStatusCode(),
        );
    }

    public function testPagesMayLoadNothingFromElsewhere(): void
    {
        $this->open('/items/plate');
        $headers = $this->browser->getInternalResponse();
        self::assertStringContainsString("default-src 'self'", (string) $headers->getHeader('Content-Security-Policy'));
        self::assertSame('nosniff', $headers->getHeader('X-Content-Type-Options'));
        foreach (
            ['/shop.css' => 'text/css', '/shop.js' => 'javascript', '/shop.svg' => 'image/svg']
            as $path => $type
        ) {
            $this->browser->request('GET', self::$shop . $path);
            self::assertStringContainsString(
                $type,
                (string) $this->browser->getInternalResponse()->getHeader('Content-Type'),
            );
        }
    }

    private function open(string $path): Crawler
    {
        return $this->browser->request('GET', self::$shop . $path);
    }

    private function buy(string $text, string $button = 'Add to cart'): Crawler
    {
        $form = $this->open('/items/plate')->selectButton($button)->form();
        $form['f[metal]']->select('brass');
        $form['f[text]']->setValue($text);
        $form['f[font]']->select('roman');

        return $this->browser->submit($form);
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array<array-key, mixed>
     */
    private function json(string $method, string $path, ?array $body = null): array
    {
        $this->browser->request(
            $method,
            self::$shop . $path,
            server: ['HTTP_ACCEPT' => 'application/json', 'CONTENT_TYPE' => 'application/json'],
            content: null === $body ? null : json_encode($body, JSON_THROW_ON_ERROR),
        );
        $data = json_decode($this->browser->getInternalResponse()->getContent(), true);
        self::assertIsArray($data);

        return $data;
    }
}
