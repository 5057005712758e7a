<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Net;

use Ithrel\App\Net\HostPolicy;
use Ithrel\App\Net\HostRefused;
use Ithrel\App\Net\PolicedClient;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpClient\MockHttpClient;
use Symfony\Component\HttpClient\Response\MockResponse;
use Symfony\Contracts\HttpClient\Exception\TransportExceptionInterface;

/**
 * Special addresses are those of the IANA special-purpose address registries (RFC 6890).
 */
final class HostPolicyTest extends TestCase
{
    private const NAMES = [
        'shop.example' => ['93.184.216.34', '2606:2800:220:1:248:1893:25c8:1946'],
        'inside.example' => ['10.0.0.7'],
        'half.example' => ['93.184.216.34', '192.168.1.1'],
        'here.example' => ['127.0.0.1'],
        'localhost' => ['127.0.0.1', '::1'],
    ];

    private static function policy(string $hosts = '', string $standIn = '', bool $signIn = false): HostPolicy
    {
        return new HostPolicy($hosts, $standIn, $signIn, static fn(string $n): array => self::NAMES[$n] ?? []);
    }

    /**
     * @return iterable<string, array{string, bool, bool}> host, whether it may be asked by one person at her machine,
     *                                                     and where people sign in
     */
    public static function unnamed(): iterable
    {
        yield 'a shop' => ['shop.example', true, true];
        yield 'nobody' => ['nobody.example', false, false];
        yield 'a name that leads into a private network' => ['inside.example', false, false];
        yield 'a name of which one address does' => ['half.example', false, false];
        yield 'a name that leads here' => ['here.example', true, false];
        foreach (['127.0.0.1', '127.9.9.9', '[::1]', 'localhost', '0.0.0.0', '[::]'] as $here) {
            yield 'this machine as ' . $here => [$here, true, false];
        }
        foreach (
            [
                '10.0.0.1',
                '172.16.0.1',
                '172.31.255.255',
                '192.168.0.1',
                '169.254.169.254',
                '100.64.0.1',
                '192.0.0.1',
                '198.18.0.1',
                '224.0.0.1',
                '240.0.0.1',
                '255.255.255.255',
                '[fc00::1]',
                '[fd12:3456::1]',
                '[fe80::1]',
                '[ff02::1]',
                '[fec0::1]',
                '[::ffff:10.0.0.1]',
                '[64:ff9b::a00:1]',
                '[2002:a00:1::]',
            ]
            as $private
        ) {
            yield $private => [$private, false, false];
        }
        foreach (['8.8.8.8', '172.32.0.1', '[2606:4700::1111]'] as $public) {
            yield $public => [$public, true, true];
        }
    }

    #[DataProvider('unnamed')]
    public function testWhereNoHostIsNamed(string $host, bool $alone, bool $team): void
    {
        foreach ([[false, $alone], [true, $team]] as [$signIn, $may]) {
            try {
                $addresses = self::policy(signIn: $signIn)->addresses($host, 80);
                self::assertTrue($may, $host . ' leads to ' . implode(', ', $addresses));
            } catch (HostRefused $e) {
                self::assertFalse($may, $e->getMessage());
            }
        }
    }

    public function testHostsThatAreNamedMayBeAskedWhereverTheyLeadAndNoOthers(): void
    {
        $policy = self::policy('Inside.example, shop.example:8443', 'http://127.0.0.1:8101', true);
        self::assertSame(['10.0.0.7'], $policy->addresses('INSIDE.example', 80));
        self::assertSame(self::NAMES['shop.example'], $policy->addresses('shop.example', 8443));
        self::assertSame(['127.0.0.1'], $policy->addresses('127.0.0.1', 8101), 'the rehearsal shop');
        foreach ([['shop.example', 443], ['127.0.0.1', 8100], ['8.8.8.8', 80]] as [$host, $port]) {
            try {
                $policy->addresses($host, $port);
                self::fail($host . ' was let through.');
            } catch (HostRefused $e) {
                self::assertStringContainsString('ITHREL_SHOP_HOSTS', $e->getMessage());
            }
        }
    }

    public function testABrowserIsKeptToWhereANameLedWhenItWasLookedAt(): void
    {
        self::assertSame(
            ['shop.example' => '93.184.216.34', 'nobody.example' => '255.255.255.255'],
            self::policy()->pinned(['shop.example:8080', 'nobody.example', '8.8.8.8']),
        );
        self::assertSame([], self::policy('shop.example')->pinned(['shop.example']));
        $this->expectException(HostRefused::class);
        self::policy()->pinned(['shop.example', 'inside.example']);
    }

    public function testAClientConnectsToTheAddressThatWasLookedAt(): void
    {
        $asked = [];
        $client = new PolicedClient(
            new MockHttpClient(static function (string $method, string $url, array $options) use (
                &$asked,
            ): MockResponse {
                $asked[] = [$url, $options['resolve'], $options['max_redirects']];

                return new MockResponse('yes');
            }),
            self::policy(),
        );
        self::assertSame('yes', $client->request('GET', 'http://shop.example/a')->getContent());
        self::assertSame([['http://shop.example/a', ['shop.example' => '93.184.216.34'], 0]], $asked);
        $this->expectException(TransportExceptionInterface::class);
        $client->request('GET', 'http://inside.example/a');
    }
}
