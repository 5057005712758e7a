<?php

declare(strict_types=1);

namespace Ithrel\Shop\Tests;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Faults;
use Ithrel\Shop\Shop;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Each fault on the smallest item that shows it: what a right shop says, and what the shop with the fault says.
 *
 * @phpstan-type Clicks list<array{string, mixed}>
 */
final class FaultsTest extends TestCase
{
    private const ONE = ['kind' => 'one', 'required' => true];

    /**
     * @return iterable<string, array{
     *     array<string, mixed>,
     *     list<array{string, mixed}>,
     *     \Closure(Shop): mixed,
     *     mixed,
     *     mixed,
     * }>  item, clicks, what is asked, without and with the fault
     */
    public static function faults(): iterable
    {
        $unit = static fn(Shop $s): mixed => $s->page()['unitPrice'];
        $total = static fn(Shop $s): mixed => $s->page(3)['total'];
        $taken = static fn(Shop $s): bool => $s->add(null, 1, 'form')['accepted'];
        $express = static fn(Shop $s): bool => $s->add(null, 1, 'express')['accepted'];
        $line = static function (string $key, string $stage = 'cart', int $quantity = 1): \Closure {
            return static function (Shop $s) use ($key, $stage, $quantity): mixed {
                $s->add(null, $quantity, 'form');

                return $s->stage($stage)['lines'][0][$key] ?? null;
            };
        };
        $labels = static fn(string $stage): \Closure => static function (Shop $s) use ($stage): string {
            $s->add(null, 1, 'form');
            $words = [];
            foreach ((array) ($s->stage($stage)['lines'][0]['entries'] ?? []) as $entry) {
                $words[] = is_array($entry) ? $entry['label'] . ': ' . $entry['value'] : '';
            }

            return implode('; ', $words);
        };
        $offered = static fn(string $code): \Closure => static function (Shop $s) use ($code): mixed {
            $options = $s->page()['options'];

            return is_array($options) ? array_column($options, 'shown', 'code')[$code] : null;
        };
        $size = self::ONE + [
            'code' => 'size',
            'label' => 'Size',
            'values' => [
                ['code' => 's', 'label' => 'Small'],
                ['code' => 'l', 'label' => 'Large', 'charge' => '12.00', 'weight' => '0.5', 'image' => 'l.png'],
            ],
        ];
        $plate = ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag'];
        $name = [
            'code' => 'name',
            'label' => 'Name',
            'kind' => 'text',
            'length' => ['max' => 4],
            'charge' => ['how' => 'per-character', 'amount' => '0.50'],
        ];
        $ifPlate = ['shownWhen' => ['option' => 'plate', 'is' => true]];
        $both = ['all' => [['option' => 'size', 'is' => 'l'], ['option' => 'plate', 'is' => true]]];
        $wrap = ['code' => 'wrap', 'label' => 'Wrap', 'kind' => 'flag'];
        $parts = [
            'parts' => [['sku' => 'B-1', 'name' => 'Bulb', 'price' => '4.00', 'weight' => '0.1']],
            'options' => [
                [
                    'code' => 'bulb',
                    'label' => 'Bulb',
                    'kind' => 'part',
                    'values' => [['code' => 'b', 'label' => 'Warm', 'item' => 'B-1', 'line' => 'own']],
                ],
            ],
        ];
        $rows = [
            'options' => [$size],
            'variants' => [
                'by' => ['size'],
                'rows' => [
                    ['pick' => ['size' => 's'], 'sku' => 'T-S', 'price' => '80.00', 'stock' => 0],
                    ['pick' => ['size' => 'l'], 'sku' => 'T-L', 'price' => '150.00', 'stock' => 4],
                ],
            ],
        ];
        $percent = static fn(string $rate): array => [
            'code' => 'p' . $rate,
            'label' => 'P',
            'kind' => 'flag',
            'yes' => ['charge' => ['how' => 'percent', 'rate' => $rate]],
        ];

        yield 'any-for-all' => [
            ['options' => [$size, $plate, $wrap + ['shownWhen' => $both]]],
            [['size', 'l']],
            $offered('wrap'),
            false,
            true,
        ];
        yield 'base-image' => [
            ['item' => ['image' => 'base.png'], 'options' => [$size]],
            [['size', 'l']],
            $line('image'),
            'l.png',
            'base.png',
        ];
        yield 'branch-stays' => [
            ['options' => [$plate, $wrap + $ifPlate]],
            [['plate', true], ['plate', null]],
            $offered('wrap'),
            false,
            true,
        ];
        yield 'carried-by-code' => [['options' => [$size]], [['size', 'l']], $labels('cart'), 'Size: Large', 'Size: l'];
        yield 'charge-on-neighbour' => [['options' => [$size]], [['size', 's']], $unit, '100.00', '112.00'];
        yield 'escaped-twice' => [
            ['options' => [$name]],
            [['name', 'A&B']],
            $labels('cart'),
            'Name: A&B',
            'Name: A&amp;B',
        ];
        yield 'file-type-not-checked' => [
            ['options' => [['code' => 'f', 'label' => 'F', 'kind' => 'file', 'types' => ['image/png']]]],
            [['f', [['name' => 'a.pdf', 'type' => 'application/pdf']]]],
            $taken,
            false,
            true,
        ];
        yield 'floor-dropped' => [
            [
                'options' => [
                    [
                        'code' => 'w',
                        'label' => 'W',
                        'kind' => 'number',
                        'charge' => ['how' => 'formula', 'expr' => 'w * 2', 'min' => '30.00'],
                    ],
                ],
            ],
            [['w', '5']],
            $unit,
            '130.00',
            '110.00',
        ];
        yield 'hidden-answer-carried' => [
            ['options' => [$plate, $name + $ifPlate]],
            [['plate', true], ['name', 'Ada'], ['plate', null]],
            $labels('cart'),
            '',
            'Name: Ada',
        ];
        yield 'hidden-answer-charged' => [
            ['options' => [$plate, $name + $ifPlate]],
            [['plate', true], ['name', 'Ada'], ['plate', null]],
            $unit,
            '100.00',
            '101.50',
        ];
        yield 'length-in-bytes' => [['options' => [$name]], [['name', 'éééé']], $taken, true, false];
        yield 'length-off-by-one' => [['options' => [$name]], [['name', 'MMMMM']], $taken, false, true];
        yield 'lines-merged' => [
            ['options' => [$size]],
            [['size', 's']],
            static function (Shop $s): int {
                $s->add(null, 1, 'form');
                $s->click('size', 'l');
                $s->add(null, 1, 'form');

                return count($s->stage('cart')['lines']);
            },
            2,
            1,
        ];
        yield 'missing-on-order' => [
            ['options' => [$size, $plate]],
            [['size', 's'], ['plate', true]],
            $labels('order'),
            'Size: Small; Plate: Yes',
            'Plate: Yes',
        ];
        yield 'order-data-in-cart' => [
            [
                'item' => ['data' => [['code' => 'bay', 'label' => 'Bay', 'value' => 'B4', 'stages' => ['order']]]],
                'options' => [$size],
            ],
            [['size', 's']],
            $labels('cart'),
            'Size: Small',
            'Size: Small; Bay: B4',
        ];
        yield 'per-piece-once' => [['options' => [$size]], [['size', 'l']], $total, '336.00', '312.00'];
        yield 'percent-of-running' => [
            ['options' => [$size, $percent('10')]],
            [['size', 'l'], ['p10', true]],
            $unit,
            '122.00',
            '123.20',
        ];
        yield 'required-not-checked' => [['options' => [$size]], [], $taken, false, true];
        yield 'required-skipped-by-express' => [['options' => [$size]], [], $express, false, true];
        yield 'required-though-hidden' => [
            ['options' => [$plate, ['required' => true] + $name + $ifPlate]],
            [],
            $taken,
            true,
            false,
        ];
        // Three pieces at 10.5525 make 31.6575; three at 10.55 make less.
        yield 'rounds-each-effect' => [
            ['rounding' => ['at' => 'line'], 'item' => ['price' => '10.05'], 'options' => [$percent('5')]],
            [['p5', true]],
            $total,
            '31.66',
            '31.65',
        ];
        yield 'row-price-ignored' => [$rows, [['size', 'l']], $unit, '162.00', '112.00'];
        yield 'same-code-elsewhere' => [
            [
                'options' => [
                    $size,
                    [
                        'code' => 'lamp',
                        'label' => 'Lamp',
                        'kind' => 'one',
                        'values' => [['code' => 'L', 'label' => 'Long']],
                    ],
                    $wrap + ['shownWhen' => ['option' => 'size', 'is' => 'l']],
                ],
            ],
            [['size', 's'], ['lamp', 'L']],
            $offered('wrap'),
            false,
            true,
        ];
        yield 'second-line-missing' => [
            $parts,
            [['bulb', 'b']],
            static fn(Shop $s): int => count((array) $line('ownLines')($s)),
            1,
            0,
        ];
        yield 'second-line-once' => [
            $parts,
            [['bulb', 'b']],
            static fn(Shop $s): mixed => array_column((array) $line('ownLines', 'cart', 3)($s), 'quantity'),
            [3],
            [1],
        ];
        yield 'sign-turned' => [['options' => [$percent('-10')]], [['p-10', true]], $unit, '90.00', '110.00'];
        yield 'sold-out-sold' => [$rows, [['size', 's']], $taken, false, true];
        yield 'stale-text-charge' => [
            ['options' => [$name]],
            [['name', 'Ada'], ['name', null]],
            $unit,
            '100.00',
            '101.50',
        ];
        yield 'step-from-zero' => [
            ['options' => [['code' => 'w', 'label' => 'W', 'kind' => 'number', 'min' => '12', 'step' => '5']]],
            [['w', '17']],
            $taken,
            true,
            false,
        ];
        yield 'text-shortened' => [
            ['options' => [['length' => ['max' => 20]] + $name]],
            [['name', 'Ada and Bertha']],
            $labels('cart'),
            'Name: Ada and Bertha',
            'Name: Ada and Be',
        ];
        yield 'total-changes-at-checkout' => [
            ['options' => [$size]],
            [['size', 's']],
            static function (Shop $s): array {
                $s->add(null, 1, 'form');

                return [$s->stage('cart')['total'], $s->stage('checkout')['total']];
            },
            ['100.00', '100.00'],
            ['100.00', '101.00'],
        ];
        yield 'weight-not-added' => [
            ['item' => ['weight' => '2'], 'options' => [$size]],
            [['size', 'l']],
            $line('weight'),
            '2.5',
            '2',
        ];
    }

    /**
     * @param array<string, mixed> $keys
     * @param list<array{string, mixed}> $clicks
     * @param \Closure(Shop): mixed $ask
     */
    #[DataProvider('faults')]
    public function testEachFaultDoesWhatItSays(
        array $keys,
        array $clicks,
        \Closure $ask,
        mixed $without,
        mixed $with,
    ): void {
        $fault = (string) $this->dataName();
        self::assertSame($without, $this->asked($keys, $clicks, $ask, []), 'Without the fault.');
        self::assertSame($with, $this->asked($keys, $clicks, $ask, [$fault]), 'With the fault.');
    }

    public function testEveryFaultIsTriedHere(): void
    {
        $tried = array_keys(iterator_to_array(self::faults()));
        self::assertSame([], array_diff(array_keys(Faults::all()), $tried));
        self::assertSame([], array_diff($tried, array_keys(Faults::all())));
    }

    public function testEachFaultSaysWhatItDoesInALine(): void
    {
        $lines = array_map(static fn(string $class): string => $class::line(), Faults::all());
        self::assertSame($lines, array_unique($lines));
        foreach ($lines as $line) {
            self::assertMatchesRegularExpression('/^[A-Z].{10,110}\.$/', $line);
        }
        $families = array_unique(array_map(static fn(string $class): string => $class::family(), Faults::all()));
        self::assertEqualsCanonicalizing(['price', 'condition', 'required', 'limit', 'carried', 'cart'], $families);
        self::assertContainsOnlyInstancesOf(
            Fault::class,
            array_map(static fn(string $class): Fault => new $class(), Faults::all()),
        );
    }

    public function testANameThatIsNotKnownSwitchesNothingOn(): void
    {
        self::assertSame(
            '100.00',
            $this->asked(['options' => []], [], static fn(Shop $s): mixed => $s->page()['unitPrice'], [
                'no-such-fault',
            ]),
        );
    }

    /**
     * @param array<string, mixed> $keys
     * @param list<array{string, mixed}> $clicks
     * @param \Closure(Shop): mixed $ask
     * @param list<string> $faults
     */
    private function asked(array $keys, array $clicks, \Closure $ask, array $faults): mixed
    {
        $item = (is_array($keys['item'] ?? null) ? $keys['item'] : []) + [
            'sku' => 'T-1',
            'name' => 'Test lamp',
            'price' => '100.00',
        ];
        $shop = new Shop(
            'item',
            ['ithrel' => 'setup/1', 'name' => 'Test', 'currency' => 'EUR', 'item' => $item] + $keys,
            [],
            $faults,
            '2026-11-24',
        );
        foreach ($clicks as [$option, $answer]) {
            self::assertTrue($shop->click($option, $answer), $option);
        }

        return $ask($shop);
    }
}
