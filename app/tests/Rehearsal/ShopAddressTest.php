<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\ShopAddress;
use Ithrel\Core\Document\UnreadableDocument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ShopAddressTest extends TestCase
{
    private const HOSTS = ['127.0.0.1', 'staging.example:8443', '[::1]'];

    /**
     * @return iterable<array{string}>
     */
    public static function good(): iterable
    {
        yield ['http://127.0.0.1/items/a'];
        yield [' http://127.0.0.1:8123/items/a?x=1 '];
        yield ['HTTPS://STAGING.example:8443/a'];
        yield ['http://[::1]:80/'];
    }

    #[DataProvider('good')]
    public function testAPageOfAHostThatMayBeAsked(string $page): void
    {
        self::assertSame(trim($page), ShopAddress::of($page, self::HOSTS)->page);
    }

    /**
     * @return iterable<array{string, string}>
     */
    public static function bad(): iterable
    {
        yield ['ftp://127.0.0.1/x', '"ftp" is not HTTP.'];
        yield ['javascript:alert(1)', 'This is no address of a page.'];
        yield ['file:///etc/passwd', 'This is no address of a page.'];
        yield ['127.0.0.1/items', 'This is no address of a page.'];
        yield ['', 'This is no address of a page.'];
        yield ['http:///x', 'This is no address of a page.'];
        yield ['http://127.0.0.1/' . str_repeat('a', 2000), 'has 2000 characters at most.'];
        yield ["http://127.0.0.1/\xFF", 'This is not UTF-8 text.'];
        yield ['http://a:b@127.0.0.1/', 'A name and password do not belong into the address.'];
        yield ['http://169.254.169.254/latest', 'The host "169.254.169.254" may not be asked.'];
        yield ['http://127.0.0.1.elsewhere.example/', 'may not be asked.'];
        yield [
            'https://staging.example/a',
            'named in the setting ITHREL_SHOP_HOSTS: 127.0.0.1, staging.example:8443, [::1].',
        ];
    }

    #[DataProvider('bad')]
    public function testAnAddressThatIsRefusedSaysWhy(string $page, string $why): void
    {
        try {
            ShopAddress::of($page, self::HOSTS);
            self::fail('It was taken.');
        } catch (UnreadableDocument $e) {
            self::assertSame('/address', $e->problems[0]->at);
            self::assertStringContainsString($why, $e->problems[0]->message);
        }
    }

    /**
     * Worked examples of RFC 3986, section 5.4.1, as far as shops use such links.
     *
     * @return iterable<array{string, string}>
     */
    public static function links(): iterable
    {
        yield ['g', 'http://127.0.0.1/b/c/g'];
        yield ['/g', 'http://127.0.0.1/g'];
        yield ['g?y', 'http://127.0.0.1/b/c/g?y'];
        yield ['//127.0.0.1/x', 'http://127.0.0.1/x'];
        yield ['http://127.0.0.1:99/g', 'http://127.0.0.1:99/g'];
        yield ['../g', 'http://127.0.0.1/b/g'];
        yield ['./g', 'http://127.0.0.1/b/c/g'];
        yield ['../../../g', 'http://127.0.0.1/g'];
        yield ['?y', 'http://127.0.0.1/b/c/d;p?y'];
        yield ['g#s', 'http://127.0.0.1/b/c/g#s'];
    }

    #[DataProvider('links')]
    public function testALinkIsFollowedFromWhereItStands(string $link, string $full): void
    {
        self::assertSame(
            $full,
            ShopAddress::of('http://127.0.0.1/', self::HOSTS)->follow('http://127.0.0.1/b/c/d;p?q', $link),
        );
    }

    public function testALinkToWhereNobodyMayAskIsNotFollowed(): void
    {
        foreach (['http://10.0.0.1/x', '//10.0.0.1/x', 'file:///etc/passwd', 'gopher://127.0.0.1/'] as $link) {
            try {
                ShopAddress::of('http://127.0.0.1/', self::HOSTS)->follow('http://127.0.0.1/a', $link);
                self::fail($link);
            } catch (NoAnswer $e) {
                self::assertFalse($e->mayPass);
                self::assertStringStartsWith('The shop led from http://127.0.0.1/a to ', $e->getMessage());
            }
        }
    }
}
