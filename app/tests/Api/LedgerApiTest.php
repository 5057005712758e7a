<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Api;

use Ithrel\Core\Tests\Support\Documents;

final class LedgerApiTest extends ApiTestCase
{
    public function testAPathIsFollowedLineByLine(): void
    {
        $id = $this->bringIn('03-breakwater-shade');
        $ledger = $this->send(
            'GET',
            $this->analyses($id) .
                '/ledger?pin[]=shape%3Dcone&pin[]=cloth%3Dsilk&in[]=width%3D620&in[]=height%3D30&qty=3',
            null,
            200,
        );
        self::assertSame(['base', 'formula', 'unit', 'quantity', 'line'], array_column($ledger['rows'], 'kind'));
        self::assertSame(
            ['689.518368 rounded by +0.001632', '689.52'],
            [$ledger['rows'][2]['basis'], $ledger['rows'][2]['amount']],
        );
        self::assertSame('2068.56', $ledger['rows'][4]['amount']);
        self::assertContains(3, array_column($ledger['quantities'], 'quantity'));

        $this->browser->request('GET', $this->analyses($id) . '/ledger?pin[]=shape%3Dcone&format=csv');
        self::assertStringStartsWith(
            "What,How,\"Amount, EUR\",Comes to,Place\r\n",
            (string) $this->browser->getResponse()->getContent(),
        );
        $this->browser->request('GET', $this->analyses($id) . '/ledger?pin[]=shape%3Dcone&format=text');
        self::assertStringContainsString('price of the item', (string) $this->browser->getResponse()->getContent());
    }

    public function testTheTotalsOfBillionsAreCountedAndListed(): void
    {
        $id = $this->bringIn('09-admiralty-chandelier');
        $totals = $this->send('GET', $this->analyses($id) . '/totals', null, 200);
        self::assertSame(
            [true, 'added', '641628650880', '799.00', '1681.00', '0', true],
            [
                $totals['known'],
                $totals['method'],
                $totals['count'],
                $totals['lowest'],
                $totals['highest'],
                $totals['zeroOrBelow'],
                $totals['hangsOnInputs'],
            ],
        );
        self::assertSame(
            '641628650880',
            gmp_strval(
                array_reduce(
                    $totals['bands'],
                    static fn(\GMP $sum, array $b): \GMP => gmp_add($sum, $b['count']),
                    gmp_init(0),
                ),
            ),
        );
        $dearest = $this->send(
            'GET',
            $this->analyses($id) . '/totals/rows?side=dearest&from=641628650879&limit=5',
            null,
            200,
        );
        self::assertCount(1, $dearest);
        self::assertSame('1695.00', $dearest[0]['total']);
        // What is said of the dearest is what its path comes to.
        $query = implode('&', [
            ...array_map(static fn(string $p): string => 'pin[]=' . rawurlencode($p), $dearest[0]['pins']),
            ...array_map(static fn(string $t): string => 'in[]=' . rawurlencode($t), $dearest[0]['typed']),
        ]);
        $ledger = $this->send('GET', $this->analyses($id) . '/ledger?' . $query, null, 200);
        self::assertSame('1695.00', $ledger['rows'][count($ledger['rows']) - 1]['amount']);
        $this->send('GET', $this->analyses($id) . '/totals/rows?from=x', null, 400);
        $this->send('GET', $this->analyses($id) . '/totals?qty=100000000', null, 400);
    }

    public function testFreeCombinationsAreCounted(): void
    {
        $totals = $this->send(
            'GET',
            $this->analyses($this->bringIn('07-regatta-string-lights')) . '/totals',
            null,
            200,
        );
        self::assertSame(['-30.00', '42'], [$totals['lowest'], $totals['zeroOrBelow']]);
    }

    public function testAPercentageOfTheRunningTotalIsAddedUpCaseByCase(): void
    {
        $id = $this->bringIn('02-quay-desk-lamp');
        $totals = $this->send('GET', $this->analyses($id) . '/totals', null, 200);
        self::assertSame(['added', '1400'], [$totals['method'], $totals['count']]);
        $dearest = $this->send(
            'GET',
            $this->analyses($id) . '/totals/rows?side=dearest&from=1399&limit=1',
            null,
            200,
        )[0];
        $query = implode('&', [
            ...array_map(static fn(string $p): string => 'pin[]=' . rawurlencode($p), $dearest['pins']),
            ...array_map(static fn(string $t): string => 'in[]=' . rawurlencode($t), $dearest['typed']),
        ]);
        $ledger = $this->send('GET', $this->analyses($id) . '/ledger?' . $query, null, 200);
        self::assertSame(
            [$totals['highest'], $dearest['total']],
            [$dearest['total'], $ledger['rows'][count($ledger['rows']) - 1]['amount']],
        );
        $effects = $this->send('GET', $this->analyses($id) . '/effects', null, 200);
        self::assertNull($effects['why']);
        self::assertNotSame([], $effects['effects']);
    }

    public function testAPercentageThatHangsOnWhatIsTypedIsPricedOneByOne(): void
    {
        $document = Documents::json([
            'options' => [
                Documents::one('size', ['s', 'l'], ['required' => true]),
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'min' => '1',
                    'max' => '3',
                    'step' => '1',
                    'charge' => ['how' => 'percent', 'rate' => '10', 'of' => 'running'],
                ],
            ],
        ]);
        $id = $this->send('POST', '/api/setups', ['text' => $document], 201)['id'];
        self::assertIsString($id);
        $totals = $this->send('GET', $this->analyses($id) . '/totals?side=dearest', null, 200);
        self::assertSame(['one-by-one', '2', '110.00'], [$totals['method'], $totals['count'], $totals['highest']]);
        $effects = $this->send('GET', $this->analyses($id) . '/effects', null, 200);
        self::assertNull($effects['why'], 'What can be worked out one by one is never "not known".');
        self::assertSame(
            [['l', '0.00', '0.00']],
            array_map(static fn(array $e): array => [$e['value'], $e['least'], $e['greatest']], $effects['effects']),
        );
    }

    public function testWhatValuesDo(): void
    {
        $effects = $this->send('GET', $this->analyses($this->bringIn('01-harbour-pendant')) . '/effects', null, 200)[
            'effects'
        ];
        $chalk = array_values(array_filter($effects, static fn(array $e): bool => 'chalk' === $e['value']))[0];
        self::assertSame(
            ['Brushed brass', '3.00', '17.00', '17.00'],
            [$chalk['against'], $chalk['least'], $chalk['usual'], $chalk['greatest']],
        );
    }

    public function testAPriceSheetIsHeldAgainstTheSetup(): void
    {
        $id = $this->bringIn('01-harbour-pendant');
        $sheet =
            "Size;Finish;Lamp holder;Cord;Total\ns;brass;e27;1 m;118.00\ns;chalk;e27;1 m;132.00\nm;chalk;e27;2 " .
            "m;162.50\nl;slate;e14;1 m;222.00\n";
        $result = $this->send('POST', '/api/setups/' . $id . '/price-sheet', ['text' => $sheet], 200);
        self::assertSame(['agrees', 'differs', 'differs', 'unreachable'], array_column($result['rows'], 'verdict'));
        self::assertSame(
            [['-3.00', [2, 3], '/options/1/values/2/charge', 'Finish: Chalk enamel (+12.00)']],
            array_map(static fn(array $e): array => array_values($e), $result['explanations']),
        );
        $this->browser->request(
            'POST',
            $this->analyses($id) . '/price-sheet/csv',
            server: ['CONTENT_TYPE' => 'application/json'],
            content: json_encode(['text' => $sheet], JSON_THROW_ON_ERROR),
        );
        self::assertStringContainsString(
            's,chalk,e27,1 m,132.00,135.00,-3.00,differs,',
            (string) $this->browser->getResponse()->getContent(),
        );
        self::assertTrue($result['counts']);
        self::assertContains(
            'A price list of 4 rows was held against it',
            array_map(
                static fn(string $w): string => substr($w, 0, 42),
                $this->send('GET', "/api/setups/{$id}/gate", null, 200)['checked'],
            ),
        );
        $long = "Size;Total\n" . str_repeat("s;1.00\n", 3_001);
        self::assertFalse(
            $this->send('POST', '/api/setups/' . $id . '/price-sheet', ['text' => $long], 200)['counts'],
            'too long to be kept',
        );
        $problem = $this->send('POST', '/api/setups/' . $id . '/price-sheet', ['text' => "Size\ns\n"], 422);
        self::assertStringContainsString('No column says what is expected', $problem['problems'][0]['message']);
    }
}
