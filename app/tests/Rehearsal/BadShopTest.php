<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\App\Rehearsal\ShopClient;
use Ithrel\App\Rehearsal\ShopDoor;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Shop\Tests\Processes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\HttpClient;

/**
 * Shops that are slow, fail, break off, lead astray or say something else than was asked: none of them gives a verdict.
 */
final class BadShopTest extends TestCase
{
    private const SECONDS = 0.6;

    private static string $shop;
    private static string $folder;
    private static int $group;

    public static function setUpBeforeClass(): void
    {
        self::$folder = sys_get_temp_dir() . '/ithrel-bad-shop-' . bin2hex(random_bytes(5));
        mkdir(self::$folder);
        file_put_contents(self::$folder . '/bomb.gz', gzencode(str_repeat("\0", 100_000_000), 1));
        $port = Processes::freePort();
        self::$group = Processes::serve(
            sprintf(
                'BAD_SHOP_VAR=%s PHP_CLI_SERVER_WORKERS=4 exec %s -d memory_limit=1G -d ' .
                    'zlib.output_compression=0 -S 127.0.0.1:%d %s',
                escapeshellarg(self::$folder),
                PHP_BINARY,
                $port,
                escapeshellarg(__DIR__ . '/bad-shop.php'),
            ),
            $port,
            self::$folder . '/log',
        );
        self::$shop = 'http://127.0.0.1:' . $port;
    }

    public static function tearDownAfterClass(): void
    {
        Processes::end(self::$group);
        exec('rm -rf ' . escapeshellarg(self::$folder));
    }

    public function testASlowShopIsWaitedFor(): void
    {
        self::assertTrue($this->client()->ask('GET', self::$shop, '/slow')->flag('good'));
    }

    /**
     * @return iterable<string, array{string, bool, string}> path, whether another try may help, what is said
     */
    public static function bad(): iterable
    {
        yield 'hangs' => ['/hangs', true, '~^The shop did not answer GET /hangs within 0.6 seconds\.$~'];
        yield 'never comes to an end' => [
            '/drips',
            true,
            '~^The shop did not answer GET /drips within 0.6 seconds\.$~',
        ];
        yield '500' => ['/500', true, '~^The shop answered 500 to GET /500\.$~'];
        yield '404' => ['/404', false, '~^The shop answered 404 to GET /404\.$~'];
        yield 'breaks off' => ['/breaks', true, '~^The shop broke off its answer to GET /breaks\.$~'];
        yield 'redirects in a circle' => [
            '/circle',
            false,
            '~^The shop redirects in a circle: more than 5 times from /circle\.$~',
        ];
        yield 'leads to another host' => [
            '/away',
            false,
            '~^The shop led from http://127\.0\.0\.1:\d+/away to http://10\.0\.0\.1/there\. The host ' .
            '"10\.0\.0\.1" may not be asked\.~',
        ];
        yield '100 MB' => ['/large', false, '~^The shop answered GET /large with more than 2 MB\.$~'];
        yield '100 MB in 100 kB' => ['/bomb', false, '~^The shop answered GET /bomb with more than 2 MB\.$~'];
        yield 'HTML' => [
            '/html',
            false,
            '~^The shop answered GET /html with something that is not JSON: "<!doctype html><title>Lamps</title>"\.$~',
        ];
        yield 'a text' => ['/text', false, '~^The shop answered GET /text with JSON that is no object\.$~'];
        yield 'too deep' => ['/deep', false, '~^The shop answered GET /deep with something that is not JSON~'];
    }

    #[DataProvider('bad')]
    public function testNoAnswerSaysWhatTheShopDid(string $path, bool $mayPass, string $said): void
    {
        $before = memory_get_usage();
        $start = microtime(true);
        try {
            $this->client()->ask('GET', self::$shop, $path);
            self::fail('It was taken for an answer.');
        } catch (NoAnswer $e) {
            self::assertMatchesRegularExpression($said, $e->getMessage());
            self::assertSame($mayPass, $e->mayPass);
        }
        self::assertLessThan(3.9, microtime(true) - $start, 'It has to give up before the shop does.');
        self::assertLessThan(10_000_000, memory_get_usage() - $before);
    }

    public function testAShopThatIsNotThere(): void
    {
        $port = Processes::freePort();
        $this->expectException(NoAnswer::class);
        $this->expectExceptionMessage('The shop cannot be reached at 127.0.0.1:' . $port);
        $this->client()->ask('GET', 'http://127.0.0.1:' . $port, '/');
    }

    public function testARedirectIsFollowedAndACookieKept(): void
    {
        $client = $this->client();
        $client->ask('GET', self::$shop, '/cookie');
        self::assertSame(['cookie' => ['lamp' => 'lit']], $client->ask('GET', self::$shop, '/cookie')->all());
        self::assertSame(
            ['at' => '/once/there?x=1', 'method' => 'GET', 'cookie' => ['lamp' => 'lit']],
            $client->ask('POST', self::$shop, '/once', ['a' => 1])->all(),
        );
        self::assertSame(
            ['cookie' => []],
            $this->client()->ask('GET', self::$shop, '/cookie')->all(),
            'Another shopper has cookies of her own.',
        );
    }

    public function testWhatMayPassIsTriedThreeTimesAndNoMore(): void
    {
        $beats = 0;
        try {
            $this->door('/500')->try($this->check(), static function () use (&$beats): void {
                ++$beats;
            });
            self::fail('It was taken for an answer.');
        } catch (NoAnswer $e) {
            self::assertSame('The shop answered 500 to GET /500. Tried 3 times.', $e->getMessage());
        }
        self::assertSame(3, $beats);
    }

    public function testAShopThatComesBackIsTriedOn(): void
    {
        try {
            $this->door('/second')->try($this->check(), static function (): void {});
            self::fail('It was taken for an answer.');
        } catch (NoAnswer $e) {
            self::assertSame(
                'The shop\'s answer to GET /second is not what was asked for: /links is missing.',
                $e->getMessage(),
            );
        }
        self::assertSame(
            2,
            filesize(self::$folder . '/second'),
            'It was asked a second time, and what it said then was no use to try again.',
        );
    }

    public function testAShopThatSellsAnotherStateOfTheSetup(): void
    {
        $this->expectException(NoAnswer::class);
        $this->expectExceptionMessage(
            'The shop sells by another state of the setup (aaaaaaaa) than the one rehearsed (bbbbbbbb).',
        );
        $this->door('/other', str_repeat('b', 64))->try($this->check(), static function (): void {});
    }

    public function testJsonThatIsNotWhatWasAskedForNamesThePlace(): void
    {
        foreach (
            [
                '/links' => 'The shop\'s answer to GET /links is not what was asked for: /links/clicks is not a text.',
                '/page' =>
                    'The shop\'s answer to POST /page/next is not what was asked for: /accepted is not true or false.',
            ]
            as $path => $said
        ) {
            try {
                $this->door($path)->try($this->check(), static function (): void {});
                self::fail('It was taken for an answer.');
            } catch (NoAnswer $e) {
                self::assertSame($said, $e->getMessage());
            }
        }
    }

    private function client(): ShopClient
    {
        return new ShopClient(
            HttpClient::create(),
            ShopAddress::of(self::$shop . '/', ['127.0.0.1']),
            self::SECONDS,
            static function (): void {},
        );
    }

    private function door(string $path, ?string $sha256 = null): ShopDoor
    {
        return new ShopDoor(
            HttpClient::create(),
            ShopAddress::of(self::$shop . $path, ['127.0.0.1']),
            self::SECONDS,
            $sha256,
        );
    }

    private function check(): Check
    {
        return Planner::plan(Documents::reach(['options' => [Documents::one('size', ['s', 'l'])]]))->checks[0];
    }
}
