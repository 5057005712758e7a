<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use PHPUnit\Framework\Attributes\DataProvider;

/**
 * What strangers try: a page of another origin in a tester's browser, a name that leads here, addresses that are no
 * text.
 */
final class SafetyTest extends ApiTestCase
{
    private const JSON = ['CONTENT_TYPE' => 'application/json'];

    /**
     * @return iterable<string, array{array<string, string>, int}>
     */
    public static function strangers(): iterable
    {
        yield 'a form of another page' => [
            ['CONTENT_TYPE' => 'application/x-www-form-urlencoded', 'HTTP_ORIGIN' => 'https://evil.example'],
            403,
        ];
        yield 'an empty form of another page' => [
            ['CONTENT_TYPE' => 'application/x-www-form-urlencoded', 'HTTP_ORIGIN' => 'http://127.0.0.1:9'],
            403,
        ];
        yield 'a form that says nothing of itself' => [['CONTENT_TYPE' => 'text/plain'], 415];
        yield 'a script of another origin' => [
            self::JSON + ['HTTP_ORIGIN' => 'https://evil.example', 'HTTP_SEC_FETCH_SITE' => 'cross-site'],
            403,
        ];
        yield 'another port of this machine' => [
            self::JSON + ['HTTP_ORIGIN' => 'http://localhost:9000', 'HTTP_SEC_FETCH_SITE' => 'same-site'],
            403,
        ];
        yield 'a sandboxed frame' => [self::JSON + ['HTTP_ORIGIN' => 'null'], 403];
        yield 'a name that was made to lead here' => [self::JSON + ['HTTP_HOST' => 'evil.example'], 421];
        yield 'Ithrel itself' => [
            self::JSON + ['HTTP_ORIGIN' => 'http://localhost', 'HTTP_SEC_FETCH_SITE' => 'same-origin'],
            201,
        ];
        yield 'a program that is no browser' => [self::JSON, 201];
        yield 'by another name of this machine' => [
            self::JSON + ['HTTP_HOST' => '127.0.0.1:8100', 'HTTP_ORIGIN' => 'http://127.0.0.1:8100'],
            201,
        ];
    }

    /**
     * @param array<string, string> $server
     */
    #[DataProvider('strangers')]
    public function testOnlyIthrelsOwnPagesChangeAnything(array $server, int $status): void
    {
        $this->browser->request(
            'POST',
            '/api/setups',
            server: $server,
            content: json_encode(['text' => self::demo('08-signal-lantern')], JSON_THROW_ON_ERROR),
        );
        self::assertResponseStatusCodeSame($status);
        self::assertCount(
            201 === $status ? 1 : 0,
            $this->send('GET', 'http://localhost/api/setups', null, 200)['rows'],
        );
    }

    public function testANameThatLeadsHereReadsNothing(): void
    {
        $this->bringIn('08-signal-lantern');
        $this->browser->request('GET', '/api/setups', server: ['HTTP_HOST' => 'evil.example:8100']);
        self::assertResponseStatusCodeSame(421);
        self::assertResponseHeaderSame('Content-Type', 'application/problem+json');
        self::assertStringNotContainsString('lantern', (string) $this->browser->getResponse()->getContent());
    }

    /**
     * @return iterable<array{string}>
     */
    public static function noText(): iterable
    {
        yield ['/ladder?pin[]=%FF%FE'];
        yield ['/ladder?in[]=%C0%80=1'];
        yield ['/combinations?pin[%FF]=a'];
        yield ['%00/ladder'];
        yield ['/ladder%FF'];
    }

    #[DataProvider('noText')]
    public function testAddressesThatAreNoTextAreRefused(string $rest): void
    {
        $id = $this->bringIn('08-signal-lantern');
        self::assertSame(
            'The address holds something that is not UTF-8 text.',
            $this->send('GET', $this->analyses($id) . $rest, null, 400)['detail'],
        );
    }

    public function testNothingThatIsReadChangesAnything(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $this->browser->request('GET', '/api/setups/' . $id . '/shop-page');
        self::assertResponseStatusCodeSame(405);
        self::assertResponseHeaderSame('Allow', 'POST');
    }

    public function testTwoRevisionsAtOnceAreBothKept(): void
    {
        $id = $this->bringIn('08-signal-lantern');
        $connection = self::getContainer()->get(\Doctrine\DBAL\Connection::class);
        $shelf = self::getContainer()->get(\Ithrel\App\Store\Shelf::class);
        $setup = $shelf->get($id);
        self::assertSame(1, $setup->latest()->number());
        // Another process adds a revision after this one has read the setup.
        $connection->executeStatement(
            'INSERT INTO revision (setup_id, number, document, sha256, created_at) SELECT setup_id, 2, ?, ?, ' .
                'created_at FROM revision WHERE setup_id = ?',
            ['{}', hash('sha256', '{}'), $id],
        );
        $shelf->revise($setup, str_replace('"64.00"', '"65.00"', self::demo('08-signal-lantern')));
        self::assertSame(
            [[1], [2], [3]],
            $connection->fetchAllNumeric('SELECT number FROM revision WHERE setup_id = ? ORDER BY number', [$id]),
        );
    }

    public function testWhatIsTooLargeIsKeptAndSaidAndTheShelfStaysQuick(): void
    {
        $values = array_map(static fn(int $i): array => ['code' => 'v' . $i], range(1, 2_000));
        $document = json_encode(
            [
                'ithrel' => 'setup/1',
                'name' => 'Large',
                'currency' => 'EUR',
                'item' => ['sku' => 'L', 'name' => 'Large', 'price' => '1'],
                'options' => [
                    [
                        'code' => 's',
                        'kind' => 'several',
                        'required' => true,
                        'picks' => ['min' => 2, 'max' => 1_000],
                        'values' => $values,
                    ],
                ],
            ],
            JSON_THROW_ON_ERROR,
        );
        $entry = $this->send('POST', '/api/setups', ['text' => $document], 201);
        $listed = $this->send('GET', '/api/setups', null, 200)['rows'][0];
        self::assertSame($entry['id'], $listed['id']);
        self::assertTrue(
            null === $listed['counts'] || null === $listed['counts']['selectable'],
            'What is beyond the bounds is not told as known.',
        );
        $this->send('GET', '/api/setups/' . $entry['id'], null, 200);
    }
}
