<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Tests\Support\ChargeCases;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;

/**
 * Prices and cart lines worked out by hand from the meaning of the setup document.
 */
final class PricerTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string, string, string}> mode, place, unit price, line total
     */
    public static function roundings(): iterable
    {
        // Base 10.005, one charge of 0.125, quantity 3, one charge of 0.005 a line.
        yield 'half-up at effect: 10.01 + 0.13, line + 0.01' => ['half-up', 'effect', '10.14', '30.43'];
        yield 'half-up at unit: 10.13, line + 0.01' => ['half-up', 'unit', '10.13', '30.40'];
        yield 'half-up at line: 30.39 + 0.005 = 30.395' => ['half-up', 'line', '10.13', '30.40'];
        yield 'half-even at effect: 10.00 + 0.12, line + 0.00' => ['half-even', 'effect', '10.12', '30.36'];
        yield 'half-even at line: 30.395 to the even 30.40' => ['half-even', 'line', '10.13', '30.40'];
        yield 'half-down at effect: 10.00 + 0.12, line + 0.00' => ['half-down', 'effect', '10.12', '30.36'];
        yield 'half-down at line' => ['half-down', 'line', '10.13', '30.39'];
        yield 'up at unit: 10.13, line + 0.01' => ['up', 'unit', '10.13', '30.40'];
        yield 'down at effect: 10.00 + 0.12, line + 0.00' => ['down', 'effect', '10.12', '30.36'];
    }

    #[DataProvider('roundings')]
    public function testRoundingModeAndPlace(string $mode, string $at, string $unit, string $line): void
    {
        $price = self::price(
            [
                'item' => ['sku' => 'A', 'name' => 'A', 'price' => '10.005'],
                'rounding' => ['mode' => $mode, 'at' => $at],
                'charges' => [
                    ['how' => 'fixed', 'amount' => '0.125'],
                    ['how' => 'fixed', 'amount' => '0.005', 'per' => 'line'],
                ],
            ],
            [],
            3,
        );
        self::assertSame([$unit, $line], [$price['unitPrice'], $price['lineTotal']]);
    }

    public function testHalvesGoByMagnitude(): void
    {
        $of = static fn(string $mode): string => self::price(
            ['item' => ['sku' => 'A', 'name' => 'A', 'price' => '-0.125'], 'rounding' => ['mode' => $mode]],
            [],
            1,
        )['unitPrice'];
        self::assertSame(
            ['-0.13', '-0.12', '-0.12', '-0.13', '-0.12'],
            array_map($of, ['half-up', 'half-even', 'half-down', 'up', 'down']),
        );
    }

    public function testMinorUnitsOfTheCurrency(): void
    {
        $of = static fn(string $currency): string => self::price(
            ['currency' => $currency, 'item' => ['sku' => 'A', 'name' => 'A', 'price' => '10.5555']],
            [],
            2,
        )['lineTotal'];
        self::assertSame(['22', '21.12', '21.112'], array_map($of, ['JPY', 'EUR', 'KWD']));
    }

    public function testEffectsApplyInDisplayOrderThenTheChargesOfTheSetup(): void
    {
        $price = self::price(
            [
                'options' => [
                    [
                        'code' => 's',
                        'kind' => 'several',
                        'label' => 'S',
                        'charge' => ['how' => 'per-pick', 'amount' => '2', 'free' => 1],
                        'values' => [
                            ['code' => 'x', 'label' => 'X', 'charge' => '1'],
                            [
                                'code' => 'y',
                                'label' => 'Y',
                                'charge' => ['how' => 'percent', 'rate' => '10', 'of' => 'running'],
                            ],
                        ],
                    ],
                    [
                        'code' => 'f',
                        'kind' => 'flag',
                        'label' => 'F',
                        'yes' => ['charge' => ['how' => 'percent', 'rate' => '-5']],
                    ],
                ],
                'charges' => [
                    [
                        'label' => 'Bulk',
                        'how' => 'percent',
                        'rate' => '-10',
                        'of' => 'running',
                        'when' => ['quantity' => ['atLeast' => 2, 'atMost' => 2]],
                    ],
                ],
            ],
            ['s' => ['y', 'x'], 'f' => true],
            2,
        );
        // 100, +2 for the second pick, +1, +10% of 103, -5% of 100, -10% of 108.30
        self::assertSame(
            [
                ['/options/0/charge', '2.00', '102.00'],
                ['/options/0/values/0/charge', '1.00', '103.00'],
                ['/options/0/values/1/charge', '10.30', '113.30'],
                ['/options/1/yes/charge', '-5.00', '108.30'],
                ['/charges/0', '-10.83', '97.47'],
            ],
            array_map(static fn(array $e): array => [$e['at'], $e['amount'], $e['running']], $price['ledger']),
        );
        self::assertSame('194.94', $price['lineTotal']);
    }

    /**
     * @param array<string, mixed> $setup
     * @param array<string, mixed> $pick
     */
    #[DataProviderExternal(ChargeCases::class, 'prices')]
    public function testCharges(array $setup, array $pick, int $quantity, string $unit, string $line): void
    {
        $price = self::price($setup + ['item' => ['sku' => 'A', 'name' => 'A', 'price' => '20.00']], $pick, $quantity);
        self::assertSame([$unit, $line], [$price['unitPrice'], $price['lineTotal']]);
    }

    public function testTheLastStepThatTheQuantityReachesHoldsForEveryPiece(): void
    {
        // Worked by hand: 20.00 a piece; from 10 pieces 1.50 less, from 50 five per cent of the base less.
        $setup = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '20'],
            'options' => [['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'yes' => ['charge' => '2']]],
            'charges' => [
                [
                    'label' => 'By the dozen',
                    'how' => 'tiers',
                    'steps' => [
                        ['from' => 2, 'amount' => '0'],
                        ['from' => 10, 'amount' => '-1.50'],
                        ['from' => 50, 'rate' => '-5'],
                    ],
                ],
            ],
        ];
        $of = static fn(int $quantity): array => [
            ($price = self::price($setup, ['f' => true], $quantity))['unitPrice'],
            $price['lineTotal'],
            $price['ledger'][1]['amount'],
        ];
        self::assertSame(
            [
                ['22.00', '22.00', '0.00'],
                ['22.00', '198.00', '0.00'],
                ['20.50', '205.00', '-1.50'],
                ['20.50', '1004.50', '-1.50'],
                ['21.00', '1050.00', '-1.00'],
            ],
            array_map($of, [1, 9, 10, 49, 50]),
        );
    }

    public function testWhatTheStorePaysAndThePackageStandBesideTheAmounts(): void
    {
        $size = static fn(string $length): array => [
            'length' => $length,
            'width' => '20',
            'height' => '12.50',
            'unit' => 'cm',
        ];
        $setup = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '20', 'cost' => '7', 'size' => $size('30')],
            'parts' => [['sku' => 'P', 'cost' => '2.125'], ['sku' => 'Q', 'cost' => '99']],
            'options' => [
                Documents::one('size', ['s', 'm'], ['values' => [['code' => 's', 'cost' => '0.50'], ['code' => 'm']]]),
                [
                    'code' => 'b',
                    'kind' => 'part',
                    'label' => 'B',
                    'values' => [
                        ['code' => 'p', 'item' => 'P', 'cost' => '1'],
                        ['code' => 'q', 'item' => 'Q', 'line' => 'own'],
                    ],
                ],
            ],
            'variants' => [
                'by' => ['size'],
                'rows' => [
                    ['pick' => ['size' => 's'], 'cost' => '5', 'size' => $size('31')],
                    ['pick' => ['size' => 'm']],
                ],
            ],
        ];
        $of = static fn(array $pick): array => [
            ($price = self::price($setup, $pick, 3))['cost'],
            $price['size']['length'],
        ];
        self::assertSame(['5.50', '31'], $of(['size' => 's']));
        self::assertSame(['7.00', '30'], $of(['size' => 'm']));
        self::assertSame(['10.125', '30'], $of(['size' => 'm', 'b' => 'p']));
        self::assertSame(
            ['7.00', '30'],
            $of(['size' => 'm', 'b' => 'q']),
            'A part on a line of its own is not in this one.',
        );
        self::assertArrayNotHasKey('cost', self::price([], [], 1));
    }

    public function testTheBaseComesFromRowThenReplaceThenSaleThenPrice(): void
    {
        $setup = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '100', 'salePrice' => '90'],
            'options' => [
                Documents::one('size', ['s', 'm', 'l']),
                [
                    'code' => 'club',
                    'kind' => 'flag',
                    'label' => 'Club',
                    'yes' => ['charge' => ['how' => 'replace', 'amount' => '80']],
                ],
            ],
            'variants' => [
                'by' => ['size'],
                'rows' => [
                    ['pick' => ['size' => 's'], 'price' => '70', 'salePrice' => '60'],
                    ['pick' => ['size' => 'm'], 'price' => '75'],
                    ['pick' => ['size' => 'l']],
                ],
            ],
        ];
        $base = static fn(array $pick): string => self::price($setup, $pick, 1)['base'];
        self::assertSame(
            ['60.00', '75.00', '80.00', '90.00'],
            [
                $base(['size' => 's', 'club' => true]),
                $base(['size' => 'm', 'club' => true]),
                $base(['size' => 'l', 'club' => true]),
                $base(['size' => 'l']),
            ],
        );
    }

    public function testCharactersFilesAndBlanks(): void
    {
        $setup = [
            'options' => [
                [
                    'code' => 't',
                    'kind' => 'text',
                    'label' => 'T',
                    'length' => ['max' => 99, 'measure' => 'graphemes'],
                    'charge' => ['how' => 'per-character', 'amount' => '0.50', 'free' => 2, 'skipSpaces' => true],
                ],
                [
                    'code' => 'f',
                    'kind' => 'file',
                    'label' => 'F',
                    'charge' => ['how' => 'per-file', 'amount' => '3', 'free' => 1, 'per' => 'line'],
                ],
            ],
        ];
        self::assertSame(
            '101.00',
            self::price($setup, ['t' => "A\u{00A0}d a\r\n\u{1F469}\u{200D}\u{1F467}\u{0308}"], 1)['unitPrice'],
            'A, d, a and one family with its accent are four characters, two of them free.',
        );
        self::assertSame(
            '100.00',
            self::price($setup, ['t' => " \n"], 1)['unitPrice'],
            'Only white space is not filled.',
        );
        $price = self::price($setup, ['f' => ['a.png', ['name' => 'b.png'], 'c.png']], 4);
        self::assertSame(['100.00', '406.00'], [$price['unitPrice'], $price['lineTotal']]);
    }

    public function testPartsInsideAndOnALineOfTheirOwn(): void
    {
        $setup = [
            'item' => ['sku' => 'A', 'name' => 'A', 'price' => '100', 'weight' => '1.50', 'points' => 3],
            'parts' => [['sku' => 'B', 'name' => 'Bulb', 'price' => '9.50', 'weight' => '0.06', 'points' => 1]],
            'options' => [
                [
                    'code' => 'b',
                    'kind' => 'part',
                    'label' => 'B',
                    'values' => [
                        ['code' => 'in', 'label' => 'In', 'item' => 'B'],
                        ['code' => 'free', 'label' => 'Free', 'item' => 'B', 'free' => true],
                        ['code' => 'own', 'label' => 'Own', 'item' => 'B', 'line' => 'own'],
                        [
                            'code' => 'priced',
                            'label' => 'Priced',
                            'item' => 'B',
                            'charge' => '5',
                            'line' => 'own',
                            'weight' => '0.2',
                        ],
                        ['code' => 'gone', 'label' => 'Gone', 'item' => 'nowhere'],
                    ],
                ],
            ],
        ];
        $of = static fn(string $value): array => self::price($setup, ['b' => $value], 2);
        self::assertSame(
            ['109.50', '219.00', '1.56', '4'],
            [$of('in')['unitPrice'], $of('in')['total'], $of('in')['line']['weight'], $of('in')['line']['points']],
        );
        self::assertSame(['100.00', '1.56'], [$of('free')['unitPrice'], $of('free')['line']['weight']]);
        self::assertSame(
            ['100.00', '200.00', '219.00', '1.5'],
            [$of('own')['unitPrice'], $of('own')['lineTotal'], $of('own')['total'], $of('own')['line']['weight']],
        );
        self::assertSame(
            [['sku' => 'B', 'name' => 'Bulb', 'quantity' => 2, 'unitPrice' => '9.50', 'lineTotal' => '19.00']],
            $of('own')['ownLines'],
        );
        self::assertSame(['210.00', '1.7'], [$of('priced')['total'], $of('priced')['line']['weight']]);
        self::assertSame(
            [true, '100.00'],
            [$of('gone')['complete'], $of('gone')['unitPrice']],
            'A part that is not there counts as stocked and free.',
        );
    }

    public function testAChargeThatCannotBeWorkedOutIsNeverAWrongPrice(): void
    {
        $setup = [
            'options' => [
                ['code' => 'w', 'kind' => 'number', 'label' => 'W', 'unit' => 'cm'],
                [
                    'code' => 'c',
                    'kind' => 'flag',
                    'label' => 'C',
                    'yes' => ['charge' => ['how' => 'formula', 'expr' => '10 / w', 'min' => '2', 'max' => '4']],
                ],
                ['code' => 'g', 'kind' => 'flag', 'label' => 'G', 'yes' => ['charge' => '1']],
            ],
        ];
        $price = self::price($setup, ['c' => true, 'g' => true], 2);
        self::assertSame([null, null, null], [$price['unitPrice'], $price['lineTotal'], $price['total']]);
        self::assertSame(['formula'], array_column($price['problems'], 'code'));
        self::assertSame([null, '1.00'], array_column($price['ledger'], 'amount'));
        self::assertSame(
            ['104.00', '102.00', '103.33'],
            array_map(static fn(string $w): string => self::price($setup, ['c' => true, 'w' => $w], 1)['unitPrice'], [
                '1',
                '10',
                '3',
            ]),
        );
        self::assertNull(self::price($setup, ['c' => true, 'w' => '0'], 1)['unitPrice']);
    }

    public function testHiddenAnswersAreToldAndNeitherChargedNorCarried(): void
    {
        $setup = [
            'options' => [
                Documents::one('a', ['x', 'y']),
                [
                    'code' => 'b',
                    'kind' => 'flag',
                    'label' => 'B',
                    'shownWhen' => ['option' => 'a', 'is' => 'x'],
                    'yes' => ['charge' => '7', 'sku' => 'B'],
                ],
                [
                    'code' => 'c',
                    'kind' => 'one',
                    'label' => 'C',
                    'values' => [
                        [
                            'code' => 'v',
                            'label' => 'V',
                            'charge' => '3',
                            'allowedWhen' => ['option' => 'b', 'is' => true],
                        ],
                    ],
                ],
            ],
        ];
        $price = self::price($setup, ['a' => 'y', 'b' => true, 'c' => 'v'], 1);
        self::assertSame([false, '100.00', 'T-1'], [$price['complete'], $price['unitPrice'], $price['line']['sku']]);
        self::assertSame(
            [['hidden', 'b'], ['not-allowed', 'c']],
            array_map(static fn(array $p): array => [$p['code'], $p['option']], $price['problems']),
        );
        self::assertSame([['label' => 'A', 'value' => 'Y']], $price['line']['entries']['order']);
        self::assertSame(
            [true, '110.00', 'T-1-B'],
            [
                ($on = self::price($setup, ['a' => 'x', 'b' => true, 'c' => 'v'], 1))['complete'],
                $on['unitPrice'],
                $on['line']['sku'],
            ],
        );
    }

    public function testTheCartLineStageByStage(): void
    {
        $price = self::price(
            [
                'item' => [
                    'sku' => 'A',
                    'name' => 'Lamp',
                    'price' => '1',
                    'image' => 'item.png',
                    'data' => [['code' => 'bay', 'label' => 'Bay', 'value' => 'B4', 'stages' => ['order']]],
                ],
                'options' => [
                    Documents::one('size', ['s', 'l'], ['stages' => ['cart', 'order']]),
                    [
                        'code' => 'x',
                        'kind' => 'several',
                        'label' => 'X',
                        'values' => [
                            ['code' => 'a', 'label' => 'A', 'image' => 'a.png'],
                            ['code' => 'b', 'label' => 'B'],
                        ],
                    ],
                    ['code' => 'w', 'kind' => 'number', 'label' => 'W', 'unit' => 'mm'],
                    ['code' => 'd', 'kind' => 'date', 'label' => 'D'],
                    ['code' => 'g', 'kind' => 'flag', 'label' => 'G'],
                    ['code' => 'f', 'kind' => 'file', 'label' => 'F'],
                ],
                'variants' => [
                    'by' => ['size'],
                    'rows' => [['pick' => ['size' => 'l'], 'sku' => 'A-L', 'image' => 'row.png', 'weight' => '2.50']],
                ],
            ],
            [
                'size' => 'l',
                'x' => ['b', 'a'],
                'w' => '120.50',
                'd' => '2030-01-07',
                'g' => true,
                'f' => ['p.png', 'q.png'],
            ],
            1,
        );
        self::assertSame(
            ['A-L', '2.5', 'a.png'],
            [$price['line']['sku'], $price['line']['weight'], $price['line']['image']],
        );
        self::assertSame(['Size', 'X', 'W', 'D', 'G', 'F'], array_column($price['line']['entries']['cart'], 'label'));
        self::assertSame(
            ['L', 'A; B', '120.50 mm', '2030-01-07', 'Yes', 'p.png; q.png', 'B4'],
            array_column($price['line']['entries']['order'], 'value'),
        );
        self::assertSame(['X', 'W', 'D', 'G', 'F'], array_column($price['line']['entries']['page'], 'label'));
    }

    /**
     * @return iterable<string, array{
     *     array<string, mixed>,
     *     array<string, mixed>,
     *     list<string>,
     * }>  option, answer, problem codes
     */
    public static function limits(): iterable
    {
        $text = ['kind' => 'text', 'length' => ['min' => 2, 'max' => 4], 'lines' => ['max' => 2]];
        yield 'text at its edges' => [$text, ['o' => 'abcd'], []];
        yield 'text too long' => [$text, ['o' => 'abcde'], ['input.too-long']];
        yield 'text too short' => [$text, ['o' => 'a'], ['input.too-short']];
        yield 'an emoji counts two code units' => [$text, ['o' => "abc\u{1F4A1}"], ['input.too-long']];
        yield 'three lines' => [$text, ['o' => "a\r\n\r\n"], ['input.lines']];
        yield 'pattern is anchored' => [['kind' => 'text', 'pattern' => '[a-z]|x+'], ['o' => 'ab'], ['input.pattern']];
        $number = ['kind' => 'number', 'min' => '1.5', 'max' => '9', 'step' => '0.5', 'decimals' => 1];
        yield 'number on its step' => [$number, ['o' => '9'], []];
        yield 'an integer is a number too' => [$number, ['o' => 2], []];
        yield 'number off its step' => [$number, ['o' => '1.75'], ['input.step', 'input.decimals']];
        yield 'number below' => [$number, ['o' => '1'], ['input.below']];
        yield 'number above' => [$number, ['o' => '9.5'], ['input.above']];
        yield 'a decimal comma' => [$number, ['o' => '2,5'], ['input.number']];
        yield 'an exponent' => [$number, ['o' => '1e400'], ['input.number']];
        $date = [
            'kind' => 'date',
            'earliest' => '+2d',
            'latest' => '2026-12-24',
            'weekdays' => [1, 2, 3, 4, 5],
            'closed' => ['2026-12-08'],
        ];
        yield 'the first day' => [$date, ['o' => '2026-11-26'], []];
        yield 'a day too early' => [$date, ['o' => '2026-11-25'], ['input.below']];
        yield 'a Saturday' => [$date, ['o' => '2026-11-28'], ['input.day']];
        yield 'a closed day' => [$date, ['o' => '2026-12-08'], ['input.day']];
        yield 'no day of the calendar' => [$date, ['o' => '2026-02-30'], ['input.date']];
        $file = [
            'kind' => 'file',
            'types' => ['image/*'],
            'maxBytes' => 10,
            'files' => ['min' => 1, 'max' => 2],
            'pixels' => ['minWidth' => 5, 'minHeight' => 5],
        ];
        yield 'a file by its name alone' => [$file, ['o' => ['a.png']], []];
        yield 'everything wrong with a file' => [
            $file,
            ['o' => [['name' => 'a', 'type' => 'text/plain', 'bytes' => 11, 'width' => 4, 'height' => 5]]],
            ['input.file-type', 'input.file-size', 'input.pixels'],
        ];
        yield 'three files' => [$file, ['o' => ['a', 'b', 'c']], ['input.file-count']];
        yield 'an unknown value' => [['kind' => 'one', 'values' => [['code' => 'x']]], ['o' => 'X'], ['unknown-value']];
        yield 'too many picks' => [
            ['kind' => 'several', 'picks' => ['max' => 1], 'values' => [['code' => 'x'], ['code' => 'y']]],
            ['o' => ['x', 'y']],
            ['picks'],
        ];
        yield 'sold out' => [
            ['kind' => 'one', 'values' => [['code' => 'x', 'stock' => 0]]],
            ['o' => 'x'],
            ['sold-out'],
        ];
        yield 'required and not there' => [['kind' => 'flag', 'required' => true], ['o' => false], ['missing']];
    }

    /**
     * @param array<string, mixed> $option
     * @param array<string, mixed> $pick
     * @param list<string> $codes
     */
    #[DataProvider('limits')]
    public function testLimits(array $option, array $pick, array $codes): void
    {
        $price = self::price(['options' => [['code' => 'o', 'label' => 'O'] + $option]], $pick, 1);
        self::assertSame($codes, array_column($price['problems'], 'code'));
        self::assertSame([] === $codes, $price['complete']);
    }

    public function testQuantityCountsFromItsLeast(): void
    {
        $codes = static fn(int $quantity): array => array_column(
            self::price(['quantity' => ['min' => 3, 'max' => 9, 'step' => 2]], [], $quantity)['problems'],
            'code',
        );
        self::assertSame([['quantity'], [], ['quantity'], [], ['quantity']], array_map($codes, [2, 3, 4, 9, 11]));
    }

    public function testWhatNoClickReachesIsNotComplete(): void
    {
        $price = self::price(
            [
                'options' => [
                    ['code' => 'a', 'kind' => 'flag', 'label' => 'A', 'shownWhen' => ['option' => 'b', 'is' => true]],
                    ['code' => 'b', 'kind' => 'flag', 'label' => 'B', 'shownWhen' => ['option' => 'a', 'is' => true]],
                ],
            ],
            ['a' => true, 'b' => true],
            1,
        );
        self::assertSame([false, ['hidden', 'hidden']], [$price['complete'], array_column($price['problems'], 'code')]);
    }

    /**
     * @param array<string, mixed> $setup
     * @param array<string, mixed> $pick
     *
     * @return array<string, mixed>
     */
    private static function price(array $setup, array $pick, int $quantity): array
    {
        $reach = new Reach(Documents::setup($setup));
        $given = json_decode(
            json_encode(['pick' => (object) $pick, 'quantity' => $quantity], JSON_THROW_ON_ERROR),
            false,
            512,
            JSON_THROW_ON_ERROR,
        );

        return (new AppraisalText($reach->setup))->toArray(
            (new Appraiser($reach))->appraise(GivenState::read($reach->setup, $given)),
        );
    }
}
