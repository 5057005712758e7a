<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\LedgerRow;
use Ithrel\Core\Price\LedgerSheet;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class LedgerSheetTest extends TestCase
{
    public function testEveryStepSaysWhatItIsOf(): void
    {
        $rows = $this->rows(
            [
                'item' => ['sku' => 'x', 'name' => 'X', 'price' => '99.99'],
                'options' => [
                    [
                        'code' => 'a',
                        'label' => 'Tenth',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '10']],
                    ],
                    [
                        'code' => 'b',
                        'label' => 'Half',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '50', 'of' => 'running']],
                    ],
                    [
                        'code' => 'c',
                        'label' => 'Held',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'formula', 'expr' => 'base / 3', 'min' => '40']],
                    ],
                    [
                        'code' => 'd',
                        'label' => 'Crate',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'fixed', 'amount' => '5.005', 'per' => 'line']],
                    ],
                ],
            ],
            2,
        );
        self::assertSame(
            [
                ['Base', 'price of the item', '99.99', '99.99'],
                ['Tenth', 'of 99.99', '9.999', '109.989'],
                ['Half', 'of 109.989', '54.9945', '164.9835'],
                ['Held', 'formula comes to 33.33, held at 40', '40', '204.9835'],
                ['Unit price', '204.9835 rounded by −0.0035', '204.98', '204.98'],
                ['Pieces', '2 × 204.98', '409.96', '409.96'],
                ['Crate', 'once a line, 5.005 rounded by +0.005', '5.01', '414.97'],
                ['Line total', '', '414.97', '414.97'],
            ],
            $rows,
        );
    }

    public function testRoundingAtTheLineShowsWhatTheLineGains(): void
    {
        $rows = $this->rows(
            ['item' => ['sku' => 'x', 'name' => 'X', 'price' => '0.335'], 'rounding' => ['at' => 'line']],
            3,
        );
        self::assertSame(['Unit price', 'rounded for showing only', '0.34', '0.34'], $rows[1]);
        self::assertSame(['Line total', '1.005 rounded by +0.005', '1.01', '1.01'], $rows[3]);
    }

    public function testRoundingAtEachEffectShowsItThere(): void
    {
        $rows = $this->rows(
            [
                'item' => ['sku' => 'x', 'name' => 'X', 'price' => '10.00'],
                'rounding' => ['at' => 'effect', 'mode' => 'down'],
                'options' => [
                    [
                        'code' => 'a',
                        'label' => 'A',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '3.33']],
                    ],
                ],
            ],
            1,
        );
        self::assertSame(['A', 'of 10.00, 0.333 rounded by −0.003', '0.33', '10.33'], $rows[1]);
    }

    public function testWhereTheBaseComesFrom(): void
    {
        $row = [
            'variants' => ['by' => [], 'rows' => [['pick' => new \stdClass(), 'price' => '7', 'salePrice' => '6']]],
        ];
        self::assertSame('sale price of variant row 1', $this->rows($row, 1)[0][1]);
        $replace = static fn(string $amount): array => [
            'code' => 'r' . $amount,
            'label' => 'R',
            'kind' => 'flag',
            'yes' => ['charge' => ['how' => 'replace', 'amount' => $amount]],
        ];
        $rows = $this->rows(['options' => [$replace('5'), $replace('4')]], 1);
        self::assertSame(
            ['set by a charge', 'sets the base', 'would set the base, but something before it does'],
            [$rows[0][1], $rows[1][1], $rows[2][1]],
        );
    }

    public function testPartsOnLinesOfTheirOwnAndWhatHasNoValue(): void
    {
        $rows = $this->rows(
            [
                'parts' => [['sku' => 'P', 'name' => 'Bulb', 'price' => '9.50']],
                'options' => [
                    [
                        'code' => 'p',
                        'label' => 'P',
                        'kind' => 'part',
                        'values' => [['code' => 'v', 'label' => 'V', 'item' => 'P', 'line' => 'own']],
                    ],
                    [
                        'code' => 'n',
                        'label' => 'N',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'formula', 'expr' => '1 / 0']],
                    ],
                ],
            ],
            2,
        );
        self::assertSame(['N', 'has no value here', null, null], $rows[1]);
        self::assertSame(['Unit price', '', null, null], $rows[2]);
        self::assertSame(['Bulb', 'a line of its own, 2 × 9.50', '19', null], $rows[5]);
        self::assertSame(['Total', 'of all lines', null, null], $rows[6]);
    }

    /**
     * @param array<string, mixed> $document
     *
     * @return list<array{string, string, string|null, string|null}> with every choice taken
     */
    private function rows(array $document, int $quantity): array
    {
        $setup = Documents::setup($document);
        $quote = (new Pricer($setup))->quote(
            new State(array_map(static fn(): array => [0], $setup->options)),
            $quantity,
        );

        return array_map(
            static fn(LedgerRow $r): array => [
                $r->label,
                $r->basis,
                $r->amount?->strippedOfTrailingZeros()->__toString(),
                $r->running?->strippedOfTrailingZeros()->__toString(),
            ],
            (new LedgerSheet($setup))->rows($quote, $quantity),
        );
    }
}
