<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Requests that are made to break something: each is answered with a reason, none with 500, and no class of ours is
 * named to a stranger.
 */
final class HostileTest extends ApiTestCase
{
    /**
     * @return iterable<string, array{string, string, mixed}>
     */
    public static function requests(): iterable
    {
        yield 'a fault that is null' => ['POST', '/api/setups/{id}/rehearsals', ['address' => '', 'faults' => [null]]];
        yield 'faults that are no list' => ['POST', '/api/setups/{id}/rehearsals', ['address' => '', 'faults' => 'x']];
        yield 'a charge that is null' => ['POST', '/api/charges', ['written' => [null]]];
        yield 'a charge that is a list' => ['POST', '/api/charges', ['written' => [[1]]]];
        yield 'figures of null' => [
            'POST',
            '/api/formulas',
            ['text' => '{}', 'formula' => 'base', 'figures' => ['base' => null]],
        ];
        yield 'a sentence of a thousand nots' => [
            'POST',
            '/api/conditions',
            ['text' => self::demo('08-signal-lantern'), 'sentence' => str_repeat('not ', 1_000) . 'x'],
        ];
        foreach (['1e400', '-1e400', '1e99999', 'null', '[[]]', '{}'] as $price) {
            yield 'a page whose price is ' . $price => [
                'POST',
                '/api/drafts',
                [
                    'sources' => [
                        [
                            'name' => 'a.html',
                            'base64' => base64_encode(
                                '<!doctype html><title>a</title><script type="application/ld+json">{"@type":"Product",' .
                                    '"name":"A","offers":{"@type":"Offer","price":' .
                                    $price .
                                    ',"priceCurrency":"EUR"}}</script><h1>A</h1><form><select name="s"><option>a' .
                                    '<option>b</select></form>',
                            ),
                        ],
                    ],
                ],
            ];
        }
        foreach (["0,1,2\na,b,c\n", "1\n2\n", "0;0;0\n0;0;0\n", "-1,1e3,0x1\n1,2,3\n"] as $table) {
            yield 'a table whose headings are numbers: ' . json_encode($table) => [
                'POST',
                '/api/drafts',
                ['sources' => [['name' => 'a.csv', 'base64' => base64_encode($table)]]],
            ];
        }
        yield 'sources that are null' => ['POST', '/api/drafts', ['sources' => [null]]];
        yield 'sources that are texts' => ['POST', '/api/drafts', ['sources' => ['x']]];
        foreach (['a%5Cb', '%2e%2e%2fetc', 'a%2Fb', '%00', '%0a', str_repeat('a', 400)] as $name) {
            yield 'a made file called ' . $name => [
                'GET',
                '/api/made-file?type=text/plain&bytes=3&name=' . $name,
                null,
            ];
        }
        yield 'a made PDF without bytes' => ['GET', '/api/made-file?type=application/pdf&name=a.pdf', null];
        yield 'a body that is a number' => ['POST', '/api/setups', 1];
        yield 'a body that is a list' => ['POST', '/api/setups', [1, 2]];
        yield 'limits of the last day there is' => [
            'POST',
            '/api/checks',
            [
                'text' => json_encode([
                    'ithrel' => 'setup/1',
                    'name' => 'A',
                    'currency' => 'EUR',
                    'item' => ['sku' => 'a', 'name' => 'A', 'price' => '1'],
                    'options' => [
                        ['code' => 'd', 'label' => 'D', 'kind' => 'date', 'earliest' => '9999-12-31'],
                        ['code' => 'e', 'label' => 'E', 'kind' => 'date', 'latest' => '0001-01-01'],
                    ],
                ]),
            ],
        ];
        foreach (['sale-list', 'price-sheet'] as $sheet) {
            foreach (["0,1\n1,2\n", "Lens,Lens\na,b\n", "\n\n\n", str_repeat('a,', 5_000) . "\n"] as $text) {
                yield $sheet . ' ' . substr((string) json_encode($text), 0, 30) => [
                    'POST',
                    '/api/setups/{id}/' . $sheet,
                    ['text' => $text],
                ];
            }
        }
    }

    #[DataProvider('requests')]
    public function testIsAnsweredWithAReason(string $method, string $address, mixed $body): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $this->browser->request(
            $method,
            str_replace('{id}', $id, $address),
            server: ['CONTENT_TYPE' => 'application/json'],
            content: null === $body ? null : (string) json_encode($body),
        );
        $response = $this->browser->getResponse();
        $text = (string) $response->getContent();
        // The rehearsal shop does not run here, which is said.
        self::assertTrue(
            $response->getStatusCode() < 500 || 503 === $response->getStatusCode(),
            $response->getStatusCode() . $text,
        );
        self::assertStringNotContainsString('Ithrel\\\\', $text);
        if ($response->getStatusCode() >= 400) {
            self::assertResponseHeaderSame('Content-Type', 'application/problem+json');
            self::assertGreaterThan(10, strlen(json_decode($text, true)['detail']));
        }
    }

    public function testAPictureFormOfAnotherKindIsNoJson(): void
    {
        $this->browser->request(
            'POST',
            '/api/setups',
            ['text' => self::demo('08-signal-lantern')],
            server: ['CONTENT_TYPE' => 'multipart/form-data; boundary=x', 'HTTP_ORIGIN' => 'http://localhost'],
        );
        self::assertResponseStatusCodeSame(415);
    }
}
