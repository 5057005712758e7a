<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Finding;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Passes;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Price\FormulaWays;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Each finding on a setup that has it, and the same setup mended, that has not.
 */
final class FindingsTest extends TestCase
{
    /**
     * @return iterable<string, array{
     *     array<string, mixed>,
     *     list<array{string, string, string}>,
     *     array<string, mixed>,
     * }>  setup, expected [code, severity, place], mended keys
     */
    public static function cases(): iterable
    {
        $a = Documents::one('a', ['x', 'y'], ['required' => true, 'help' => 'Please choose.']);
        $with = static fn(array ...$more): array => ['options' => [$a, ...$more]];
        $b = static fn(array $keys): array => Documents::one('b', ['p', 'q'], $keys);
        $item = static fn(array $keys): array => ['sku' => 'T', 'name' => 'T', 'price' => '10'] + $keys;

        yield 'nothing selectable: the item is sold out' => [
            ['item' => $item(['stock' => 0])] + $with(),
            [['reach.nothing', 'blocker', '/item/stock']],
            ['item' => $item(['stock' => 1])],
        ];
        yield 'nothing selectable: the form cannot be completed' => [
            $with($b(['required' => true, 'help' => 'Choose.', 'values' => [['code' => 'p', 'hidden' => true]]])),
            [['reach.nothing', 'blocker', '/options/1'], ['required.unreachable', 'blocker', '/options/1/required']],
            $with($b(['required' => true, 'help' => 'Choose.'])),
        ];
        yield 'a dead option, and what waits for it is not told again' => [
            $with(
                $b(['shownWhen' => ['all' => [['option' => 'a', 'is' => 'x'], ['option' => 'a', 'is' => 'y']]]]),
                Documents::one('c', ['r'], ['shownWhen' => ['option' => 'b', 'filled' => true]]),
            ),
            [['reach.option-dead', 'blocker', '/options/1/shownWhen']],
            $with($b(['shownWhen' => ['option' => 'a', 'is' => 'x']])),
        ];
        $later = static fn(bool $isLater): array => $with(
            Documents::one(
                'c',
                ['r', 's'],
                [
                    'values' => [
                        ['code' => 'r', 'label' => 'R', 'hidden' => $isLater],
                        ['code' => 's', 'label' => 'S'],
                    ],
                ],
            ),
            $b(['shownWhen' => ['option' => 'c', 'is' => 'r']]),
        );
        yield 'what waits for a value that is kept for later is kept too' => [
            $later(true),
            [
                ['reach.option-dead', 'note', '/options/2/shownWhen'],
                ['reach.value-dead', 'note', '/options/1/values/0/hidden'],
            ],
            $later(false),
        ];
        $of = static fn(string $code, string $value): array => $b([
            'code' => $code,
            'label' => 'Colour',
            'shownWhen' => ['option' => 'a', 'is' => $value],
        ]);
        yield 'two of one label that stand beside each other, not under parents that exclude each other' => [
            $with($of('b', 'x'), $of('c', 'x')),
            [['refer.twin', 'warning', '/options/2/label']],
            $with($of('b', 'x'), $of('c', 'y')),
        ];
        $only = static fn(string $second): array => $with(
            $b([
                'values' => [
                    ['code' => 'p', 'label' => 'Red', 'allowedWhen' => ['option' => 'a', 'is' => 'x']],
                    ['code' => 'q', 'label' => 'Red', 'allowedWhen' => ['option' => 'a', 'is' => $second]],
                ],
            ]),
        );
        yield 'two values of one label that are on offer together' => [
            $only('x'),
            [['refer.twin', 'warning', '/options/1/values/1/label']],
            $only('y'),
        ];
        $engraved = static fn(string $says): array => $with(
            ['code' => 'f', 'label' => 'Engraving', 'kind' => 'flag', 'yes' => ['charge' => '4.00']],
            [
                'code' => 't',
                'label' => 'Words (+' . $says . ')',
                'kind' => 'text',
                'length' => ['max' => 9],
                'shownWhen' => ['option' => 'f', 'is' => true],
            ],
        );
        yield 'a field that says what its opener costs' => [
            $engraved('5.00'),
            [['price.caption', 'warning', '/options/2/label']],
            $engraved('4.00'),
        ];
        $styled = static fn(array $when): array => $with(
            ['code' => 't', 'label' => 'Words', 'kind' => 'text', 'length' => ['max' => 9], 'styled' => ['s']],
            ['shownWhen' => $when] + Documents::one('s', ['serif', 'sans']),
        );
        yield 'a style that is asked for when something is written' => [
            $styled(['option' => 'a', 'is' => 'x']),
            [['place.style', 'warning', '/options/1/styled/0']],
            $styled(['option' => 't', 'filled' => true]),
        ];
        $day = static fn(array $closed): array => $with([
            'code' => 'd',
            'label' => 'Day',
            'kind' => 'date',
            'earliest' => '2030-01-07',
            'latest' => '2030-02-04',
            'weekdays' => [1],
            'closed' => $closed,
        ]);
        yield 'a day is found past weeks that are closed' => [
            $day(['2030-01-07', '2030-01-14', '2030-01-21', '2030-01-28', '2030-02-04']),
            [['limit.impossible', 'blocker', '/options/1']],
            $day(['2030-01-07', '2030-01-14', '2030-01-21', '2030-01-28']),
        ];
        yield 'a value never offered, told at its root' => [
            $with(
                [
                    'code' => 'b',
                    'kind' => 'one',
                    'label' => 'B',
                    'values' => [
                        ['code' => 'p', 'label' => 'P', 'allowedWhen' => ['any' => []]],
                        ['code' => 'q', 'label' => 'Q'],
                    ],
                ],
                [
                    'code' => 'c',
                    'kind' => 'one',
                    'label' => 'C',
                    'values' => [
                        ['code' => 'r', 'label' => 'R', 'allowedWhen' => ['option' => 'b', 'is' => 'p']],
                        ['code' => 's', 'label' => 'S'],
                    ],
                ],
            ),
            [
                ['reach.value-dead', 'blocker', '/options/1/values/0/allowedWhen'],
                ['sibling.odd', 'warning', '/options/1/values/1'],
                ['sibling.odd', 'warning', '/options/2/values/1'],
            ],
            $with(),
        ];
        $list = static fn(string $code, array ...$values): array => [
            'code' => $code,
            'kind' => 'one',
            'label' => strtoupper($code),
            'values' => array_map(
                static fn(int $i, array $v): array => $v + ['code' => 'v' . $i, 'label' => 'V' . $i],
                array_keys($values),
                $values,
            ),
        ];
        $wet = ['allowedWhen' => ['option' => 'a', 'is' => 'x']];
        yield 'a dependent list of which one value was linked to nothing, and its copy' => [
            $with($list('b', $wet, $wet, [], $wet), $list('c', $wet, $wet, [], $wet)),
            [['sibling.odd', 'warning', '/options/1/values/2']],
            $with($list('b', $wet, $wet, $wet, $wet), $list('c', [], [], [], [])),
        ];
        yield 'one of four without a picture, and one with a weight' => [
            $with($list('b', ['image' => 'a.png'], ['image' => 'b.png', 'weight' => '1'], [], ['image' => 'd.png'])),
            [['sibling.odd', 'warning', '/options/1/values/2'], ['sibling.odd', 'warning', '/options/1/values/1']],
            $with($list('b', ['image' => 'a.png'], ['image' => 'b.png'], [], [])),
        ];
        yield 'a list that lacks a value of another' => [
            $with($list('b', [], [], [], [], []), $list('c', [], [], [], [])),
            [['sibling.odd', 'warning', '/options/2/values']],
            $with($list('b', [], [], [], [], []), $list('c', [], [], [])),
        ];
        yield 'a list that has one more than two others' => [
            $with($list('b', [], [], [], [], []), $list('c', [], [], [], []), $list('d', [], [], [], [])),
            [['sibling.odd', 'warning', '/options/1/values']],
            $with($list('b', [], [], [], [])),
        ];
        yield 'two colours with one picture' => [
            $with($list('b', ['image' => 'a.png'], ['image' => 'b.png'], ['image' => 'a.png'])),
            [['refer.twin', 'warning', '/options/1/values/2/image']],
            $with($list('b', ['image' => 'a.png'], ['image' => 'a.png'], ['image' => 'a.png'])),
        ];
        yield 'a pattern that nothing was found for' => [
            $with([
                'code' => 't',
                'kind' => 'text',
                'label' => 'T',
                'length' => ['max' => 30],
                'pattern' => 'x(?=y)[a-w]{19}',
            ]),
            [['plan.thin', 'warning', '/options/1/pattern']],
            $with([
                'code' => 't',
                'kind' => 'text',
                'label' => 'T',
                'length' => ['max' => 30],
                'pattern' => '[a-z0-9]{19}',
            ]),
        ];
        $priced = static function (string $odd): array {
            $rows = [];
            foreach (['s' => 10, 'm' => 12, 'l' => 15] as $size => $base) {
                foreach (['p' => 0, 'q' => 4, 'r' => 6] as $b => $more) {
                    $rows[] = [
                        'pick' => ['size' => $size, 'b' => $b],
                        'sku' => $size . $b,
                        'price' => $size . $b === $odd ? '61' : (string) ($base + $more),
                    ];
                }
            }

            return [
                'options' => [
                    Documents::one('size', ['s', 'm', 'l'], ['required' => true, 'help' => 'Choose.']),
                    Documents::one('b', ['p', 'q', 'r'], ['required' => true, 'help' => 'Choose.']),
                ],
                'variants' => ['by' => ['size', 'b'], 'rows' => $rows],
            ];
        };
        yield 'a row whose price no sibling explains' => [
            $priced('mr'),
            [['sibling.odd', 'warning', '/variants/rows/5/price']],
            $priced(''),
        ];
        yield 'a row without a price among rows that have one' => [
            $with() + [
                'variants' => [
                    'by' => ['a'],
                    'rows' => [
                        ['pick' => ['a' => 'x'], 'sku' => '1', 'price' => '3'],
                        ['pick' => ['a' => 'y'], 'sku' => '2'],
                        ['pick' => ['a' => 'z'], 'sku' => '3', 'price' => '3'],
                    ],
                ],
            ],
            [
                ['refer.unknown', 'blocker', '/variants/rows/2/pick'],
                ['reach.idle-row', 'warning', '/variants/rows/2'],
                ['row.empty', 'warning', '/variants/rows/1'],
            ],
            ['variants' => null],
        ];
        yield 'a value never stocked' => [
            $with([
                'code' => 'b',
                'kind' => 'one',
                'label' => 'B',
                'values' => [['code' => 'p', 'label' => 'P', 'stock' => 0], ['code' => 'q', 'label' => 'Q']],
            ]),
            [['reach.value-dead', 'warning', '/options/1/values/0/stock'], ['reach.dead-end', 'note', '/options']],
            $with($b([])),
        ];
        yield 'a value kept for later' => [
            $with([
                'code' => 'b',
                'kind' => 'one',
                'label' => 'B',
                'values' => [['code' => 'p', 'label' => 'P', 'hidden' => true], ['code' => 'q', 'label' => 'Q']],
            ]),
            [['reach.value-dead', 'note', '/options/1/values/0/hidden']],
            $with($b([])),
        ];
        yield 'two that wait for each other, told as the circle they are' => [
            $with(
                ['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'shownWhen' => ['option' => 'g', 'is' => true]],
                ['code' => 'g', 'kind' => 'flag', 'label' => 'G', 'shownWhen' => ['option' => 'f', 'is' => true]],
            ),
            [['reach.circle', 'blocker', '/options/1'], ['reach.forward', 'warning', '/options/1']],
            $with(),
        ];
        yield 'two that exclude each other are harmless' => [
            $with(
                ['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'shownWhen' => ['option' => 'g', 'is' => false]],
                ['code' => 'g', 'kind' => 'flag', 'label' => 'G', 'shownWhen' => ['option' => 'f', 'is' => false]],
            ),
            [['reach.circle', 'note', '/options/1'], ['reach.forward', 'warning', '/options/1']],
            $with(),
        ];
        yield 'a guard broken' => [
            $with($b([])) + [
                'guards' => [
                    [
                        'id' => 'g',
                        'never' => ['all' => [['option' => 'a', 'is' => 'x'], ['option' => 'b', 'is' => 'p']]],
                        'because' => 'it breaks',
                    ],
                ],
            ],
            [['reach.wrong-sale', 'blocker', '/guards/0']],
            ['guards' => []],
        ];
        yield 'rows missing, sold out, idle' => [
            $with() + [
                'variants' => [
                    'by' => ['a'],
                    'rows' => [['pick' => ['a' => 'x'], 'sku' => '1'], ['pick' => new \stdClass(), 'sku' => '2']],
                ],
            ],
            [
                ['reach.value-dead', 'warning', '/options/0/values/1'],
                ['reach.dead-end', 'warning', '/variants/rows'],
                ['reach.idle-row', 'warning', '/variants/rows/1'],
            ],
            [
                'variants' => [
                    'by' => ['a'],
                    'rows' => [['pick' => ['a' => 'x'], 'sku' => '1'], ['pick' => ['a' => 'y'], 'sku' => '2']],
                ],
            ],
        ];
        yield 'a condition that does nothing' => [
            $with($b(['shownWhen' => ['option' => 'a', 'filled' => true]])),
            [['reach.always', 'note', '/options/1/shownWhen']],
            $with($b(['shownWhen' => ['option' => 'a', 'is' => 'x']])),
        ];
        $message = [
            'code' => 'm',
            'kind' => 'text',
            'label' => 'Message *',
            'required' => true,
            'length' => ['max' => 20],
        ];
        $ticked = ['code' => 'f', 'kind' => 'flag', 'label' => 'Card', 'default' => true];
        yield 'a required text that stays when the tick before it is taken away' => [
            $with($ticked, $message),
            [['reach.always', 'note', '/options/2']],
            $with($ticked, $message + ['shownWhen' => ['option' => 'f', 'is' => true]]),
        ];
        yield 'defaults that cannot be' => [
            $with(
                [
                    'code' => 'b',
                    'kind' => 'one',
                    'label' => 'B',
                    'values' => [
                        ['code' => 'p', 'label' => 'P', 'default' => true],
                        ['code' => 'q', 'label' => 'Q', 'default' => true],
                    ],
                ],
                ['code' => 'n', 'kind' => 'number', 'label' => 'N', 'min' => '1', 'max' => '5', 'default' => '6'],
            ),
            [
                ['reach.default', 'blocker', '/options/1/values/1/default'],
                ['reach.default', 'blocker', '/options/2/default'],
            ],
            $with(),
        ];
        yield 'a default that costs extra' => [
            $with(['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'default' => true, 'yes' => ['charge' => '2']]),
            [['price.default-charge', 'warning', '/options/1/default']],
            $with(['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'default' => true]),
        ];
        yield 'names that are not there' => [
            $with($b(['shownWhen' => ['any' => [['option' => 'a', 'is' => 'X'], ['option' => 'a', 'is' => 'x']]]]), [
                'code' => 'f',
                'kind' => 'flag',
                'label' => 'F',
                'shownWhen' => ['not' => ['option' => 'aa', 'filled' => true]],
            ]),
            [
                ['refer.unknown', 'blocker', '/options/1/shownWhen/any/0'],
                ['refer.unknown', 'blocker', '/options/2/shownWhen/not'],
                ['reach.always', 'note', '/options/2/shownWhen'],
            ],
            $with(),
        ];
        yield 'a test that its option cannot answer' => [
            $with([
                'code' => 'f',
                'kind' => 'flag',
                'label' => 'F',
                'shownWhen' => ['any' => [['option' => 'a', 'is' => 'x'], ['option' => 'a', 'atLeast' => '2']]],
            ]),
            [['refer.unknown', 'blocker', '/options/1/shownWhen/any/1']],
            $with(),
        ];
        yield 'twins' => [
            $with([
                'code' => 'b',
                'kind' => 'one',
                'label' => ' A ',
                'values' => [
                    ['code' => 'p', 'label' => 'P', 'sku' => '1'],
                    ['code' => 'q', 'label' => 'p', 'sku' => '1'],
                ],
            ]),
            [
                ['refer.twin', 'warning', '/options/1/label'],
                ['refer.twin', 'warning', '/options/1/values/1/label'],
                ['refer.twin', 'warning', '/options/1/values/1/sku'],
            ],
            $with($b([])),
        ];
        yield 'rows that clash or lack something' => [
            $with() + [
                'item' => $item(['price' => '0']),
                'variants' => [
                    'by' => ['a'],
                    'rows' => [
                        ['pick' => ['a' => 'x'], 'sku' => '1', 'price' => '3', 'weight' => '1'],
                        ['pick' => ['a' => 'y'], 'sku' => '1', 'price' => '3', 'weight' => '1'],
                        ['pick' => ['a' => 'x'], 'sku' => '2'],
                    ],
                ],
            ],
            [
                ['reach.idle-row', 'warning', '/variants/rows/2'],
                ['row.duplicate', 'blocker', '/variants/rows/1/sku'],
                ['row.duplicate', 'blocker', '/variants/rows/2'],
                ['row.empty', 'warning', '/variants/rows/2'],
                ['row.empty', 'warning', '/variants/rows/2'],
            ],
            ['variants' => null],
        ];
        yield 'sold for nothing, and for less' => [
            $with() + [
                'charges' => [
                    ['id' => 'c', 'how' => 'fixed', 'amount' => '-12', 'when' => ['option' => 'a', 'is' => 'x']],
                    ['id' => 'd', 'how' => 'fixed', 'amount' => '-10', 'when' => ['option' => 'a', 'is' => 'y']],
                ],
                'item' => $item([]),
            ],
            [['price.negative', 'blocker', '/item/price'], ['price.zero', 'blocker', '/item/price']],
            ['charges' => []],
        ];
        // 0.02 less a third, twice: exactly more than nothing, and nothing once each amount is rounded.
        $third = static fn(string $of): array => [
            'item' => ['price' => '0.02'] + $item([]),
            'rounding' => ['mode' => 'up', 'at' => 'effect'],
            'charges' => array_map(static fn(string $id): array => ['id' => $id, 'how' => 'percent', 'rate' => $of], [
                'c',
                'd',
            ]),
        ];
        yield 'sold for nothing by rounding alone' => [
            $third('-33') + $with(),
            [['price.zero', 'blocker', '/item/price']],
            ['charges' => []],
        ];
        yield 'two bases' => [
            $with([
                'code' => 'f',
                'kind' => 'flag',
                'label' => 'F',
                'yes' => ['charge' => ['how' => 'replace', 'amount' => '5']],
            ]) + ['charges' => [['how' => 'replace', 'amount' => '6']]],
            [['price.two-bases', 'warning', '/charges/0']],
            ['charges' => []],
        ];
        yield 'captions' => [
            $with(
                [
                    'code' => 'b',
                    'kind' => 'one',
                    'label' => 'B',
                    'values' => [
                        ['code' => 'p', 'label' => 'P (+5,00)', 'charge' => '6'],
                        ['code' => 'q', 'label' => 'Q −2.50', 'charge' => '-2.5'],
                        ['code' => 'r', 'label' => 'R +3'],
                        ['code' => 's', 'label' => 'E27-40 +2 m'],
                    ],
                ],
                [
                    'code' => 't',
                    'kind' => 'text',
                    'label' => 'T',
                    'help' => 'Up to 20 letters.',
                    'length' => ['max' => 30],
                ],
            ),
            [
                ['price.caption', 'warning', '/options/1/values/0/label'],
                ['price.caption', 'warning', '/options/1/values/2/label'],
                ['limit.caption', 'warning', '/options/2/help'],
            ],
            $with(),
        ];
        $file = static fn(string $help): array => [
            'code' => 'd',
            'kind' => 'file',
            'label' => 'Drawing',
            'help' => $help,
            'files' => ['max' => 1],
            'maxBytes' => 5_000_000,
            'types' => ['image/png'],
        ];
        yield 'a size in megabytes' => [
            $with($file('PNG, max 4 MB, at least 300 dpi.')),
            [['limit.caption', 'warning', '/options/1/help']],
            $with($file('PNG, up to 5 MB, at least 300 dpi.')),
        ];
        $kilo = static fn(string $help, int $most): array => ['maxBytes' => $most] + $file($help);
        yield 'kilobytes by either reading, kibibytes by one' => [
            $with($kilo('PNG, up to 500 KiB.', 500_000)),
            [['limit.caption', 'warning', '/options/1/help']],
            $with($kilo('PNG, up to 500 KiB.', 512_000)),
        ];
        yield 'kilobytes of a thousand' => [
            $with($kilo('PNG, up to 500 kB.', 500_001)),
            [['limit.caption', 'warning', '/options/1/help']],
            $with($kilo('PNG, up to 500 kB.', 500_000)),
        ];
        yield 'as many files' => [
            $with($file('Up to 3 pictures.')),
            [['limit.caption', 'warning', '/options/1/help']],
            $with($file('Up to 1 picture.')),
        ];
        $width = static fn(string $label, string $help): array => [
            'code' => 'w',
            'kind' => 'number',
            'label' => $label,
            'help' => $help,
            'min' => '22',
            'max' => '60',
            'step' => '1',
            'unit' => 'in',
        ];
        yield 'a unit that is not the one set' => [
            $with($width('Width in cm', '')),
            [['limit.caption', 'warning', '/options/1/label']],
            $with($width('Width (inches)', '')),
        ];
        yield 'a range' => [
            $with($width('Width', 'From 22 to 65 in, ready in 2 to 3 weeks.')),
            [['limit.caption', 'warning', '/options/1/help']],
            $with($width('Width', '22–60″, ready in 2-3 weeks, up to 4 kg.')),
        ];
        $motto = static fn(string $label, string $help = ''): array => [
            'code' => 't',
            'kind' => 'text',
            'label' => $label,
            'help' => $help,
            'length' => ['max' => 20],
            'charge' => ['how' => 'per-character', 'amount' => '0.50'],
        ];
        yield 'a text that promises another charge' => [
            $with($motto('Motto +10.00')),
            [['price.caption', 'warning', '/options/1/label']],
            $with($motto('Motto (0.50 EUR a character)', 'Worth 9.00 EUR a word.')),
        ];
        $wrap = static fn(string $label): array => [
            'code' => 'g',
            'kind' => 'flag',
            'label' => $label,
            'yes' => ['charge' => '2'],
        ];
        yield 'an amount with its currency' => [
            $with($wrap('Wrap (+€2.50)')),
            [['price.caption', 'warning', '/options/1/label']],
            $with($wrap('Wrap (+2,00 EUR)')),
        ];
        yield 'an amount in digits of another script, before a word' => [
            $with($wrap('Wrap ٣ ٣ +٣٫٠٠ today')),
            [['price.caption', 'warning', '/options/1/label']],
            $with($wrap('Wrap ٣ ٣ +٣ cm wide')),
        ];
        yield 'an input that nothing is charged for' => [
            $with(['code' => 'n', 'kind' => 'text', 'label' => 'Name +3.00', 'length' => ['max' => 9]]),
            [['price.caption', 'warning', '/options/1/label']],
            $with(['code' => 'n', 'kind' => 'text', 'label' => 'Name for the A-3 lamp', 'length' => ['max' => 9]]),
        ];
        yield 'a formula that can meet a missing answer' => [
            $with(['code' => 'n', 'kind' => 'number', 'label' => 'N', 'min' => '1', 'max' => '5']) + [
                'charges' => [['how' => 'formula', 'expr' => 'n * 2']],
            ],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => '(n ?? 0) * 2']]],
        ];
        yield 'a formula that divides by zero' => [
            $with([
                'code' => 'n',
                'kind' => 'number',
                'label' => 'N *',
                'required' => true,
                'min' => '1',
                'max' => '5',
                'step' => '1',
            ]) + ['charges' => [['how' => 'formula', 'expr' => '12 / (n - 3)']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => 'n == 3 ? 0 : 12 / (n - 3)']]],
        ];
        yield 'but not where its condition keeps it from that' => [
            $with([
                'code' => 'n',
                'kind' => 'number',
                'label' => 'N *',
                'required' => true,
                'min' => '1',
                'max' => '5',
                'step' => '1',
            ]) + [
                'charges' => [
                    ['how' => 'formula', 'expr' => '12 / (n - 3)', 'when' => ['option' => 'n', 'atLeast' => '3']],
                ],
            ],
            [['price.formula', 'blocker', '/charges/0/expr']],
            [
                'charges' => [
                    ['how' => 'formula', 'expr' => '12 / (n - 3)', 'when' => ['option' => 'n', 'above' => '3']],
                ],
            ],
        ];
        $rates = static fn(array $ash): array => [
            'code' => 'w',
            'label' => 'Wood *',
            'kind' => 'one',
            'required' => true,
            'values' => [
                ['code' => 'oak', 'label' => 'Oak', 'figures' => ['rate' => '2']],
                ['code' => 'ash', 'label' => 'Ash'] + $ash,
            ],
        ];
        $n = ['code' => 'n', 'kind' => 'number', 'label' => 'N', 'min' => '1', 'max' => '5'];
        yield 'a fallback for one name excuses no other' => [
            $with($n, ['code' => 'm', 'label' => 'M'] + $n) + [
                'charges' => [['how' => 'formula', 'expr' => 'n * (m ?? 1)']],
            ],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => '(n ?? 0) * (m ?? 1)']]],
        ];
        yield 'an answer that is asked for first' => [
            $with($n) + ['charges' => [['how' => 'formula', 'expr' => 'filled(n) ? 2 : n']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => 'filled(n) ? n : 2']]],
        ];
        yield 'required, but hidden in some branch' => [
            $with(
                Documents::one('k', ['p', 'q'], ['required' => true, 'help' => 'Choose.']),
                ['required' => true, 'label' => 'N *', 'shownWhen' => ['option' => 'k', 'is' => 'p']] + $n,
            ) + ['charges' => [['how' => 'formula', 'expr' => 'n']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => 'n', 'when' => ['option' => 'k', 'is' => 'p']]]],
        ];
        yield 'a value without the figure' => [
            $with($rates([])) + ['charges' => [['how' => 'formula', 'expr' => 'w.rate * 3']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            $with($rates(['figures' => ['rate' => '1']])),
        ];
        yield 'numbers that grow too fine' => [
            $with() + ['charges' => [['how' => 'formula', 'expr' => '1 + ((((0.1)**100)**100)**100)**100']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => '1 + (0.1)**100']]],
        ];
        yield 'truth for a number' => [
            $with() + ['charges' => [['how' => 'formula', 'expr' => '(1 < 2) * 3']]],
            [['price.formula', 'blocker', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => '1 < 2 ? 3 : 0']]],
        ];
        yield 'a floor over a range' => [
            $with([
                'code' => 'n',
                'kind' => 'number',
                'label' => 'N *',
                'required' => true,
                'min' => '1',
                'max' => '9',
                'step' => '1',
            ]) + ['charges' => [['how' => 'formula', 'expr' => 'n * 2', 'min' => '7.00']]],
            [['price.floor', 'note', '/charges/0/min']],
            ['charges' => [['how' => 'formula', 'expr' => 'n * 2', 'min' => '2.00']]],
        ];
        yield 'a ceiling that always holds' => [
            $with([
                'code' => 'n',
                'kind' => 'number',
                'label' => 'N *',
                'required' => true,
                'min' => '1',
                'max' => '9',
                'step' => '1',
            ]) + ['charges' => [['how' => 'formula', 'expr' => 'n * 2', 'max' => '1.00']]],
            [['price.floor', 'note', '/charges/0/max']],
            ['charges' => [['how' => 'formula', 'expr' => 'n * 2', 'max' => '18.00']]],
        ];
        yield 'units mixed' => [
            $with(
                [
                    'code' => 'n',
                    'kind' => 'number',
                    'label' => 'N *',
                    'required' => true,
                    'min' => '1',
                    'max' => '5',
                    'unit' => 'mm',
                ],
                [
                    'code' => 'm',
                    'kind' => 'number',
                    'label' => 'M *',
                    'required' => true,
                    'min' => '1',
                    'max' => '5',
                    'unit' => 'cm',
                ],
            ) + ['charges' => [['how' => 'formula', 'expr' => 'n * m']]],
            [['unit.mixed', 'warning', '/charges/0/expr']],
            ['charges' => [['how' => 'formula', 'expr' => 'n * to(m, "mm")']]],
        ];
        $unit = static fn(string $inch): array => $with(
            Documents::one('u', ['mm', 'in'], ['required' => true, 'help' => 'Choose.']),
            [
                'code' => 'w_mm',
                'kind' => 'number',
                'label' => 'Width in mm *',
                'required' => true,
                'unit' => 'mm',
                'min' => '254',
                'max' => '1016',
                'step' => '1',
                'shownWhen' => ['option' => 'u', 'is' => 'mm'],
                'charge' => ['how' => 'formula', 'expr' => 'to(w_mm, "m") * 40'],
            ],
            [
                'code' => 'w_in',
                'kind' => 'number',
                'label' => 'Width in inches *',
                'required' => true,
                'unit' => 'in',
                'min' => '10',
                'max' => '40',
                'step' => '0.5',
                'shownWhen' => ['option' => 'u', 'is' => 'in'],
                'charge' => ['how' => 'formula', 'expr' => $inch],
            ],
        );
        yield 'one size that costs two prices, by the unit it is given in' => [
            $unit('w_in * 0.02 * 40'),
            [['unit.mixed', 'warning', '/options/1']],
            $unit('to(w_in, "m") * 40'),
        ];
        yield 'limits that no answer meets' => [
            $with(
                ['code' => 'n', 'kind' => 'number', 'label' => 'N', 'min' => '5', 'max' => '4'],
                [
                    'code' => 's',
                    'kind' => 'several',
                    'label' => 'S',
                    'picks' => ['min' => 3],
                    'values' => [['code' => 'p', 'label' => 'P']],
                ],
            ) + ['quantity' => ['min' => 3, 'max' => 2]],
            [
                ['limit.impossible', 'blocker', '/options/1'],
                ['limit.impossible', 'blocker', '/options/2'],
                ['limit.impossible', 'blocker', '/quantity'],
            ],
            $with() + ['quantity' => null],
        ];
        yield 'limits that are not set' => [
            $with(
                ['code' => 't', 'kind' => 'text', 'label' => 'T'],
                ['code' => 'n', 'kind' => 'number', 'label' => 'N', 'min' => '1'],
                ['code' => 'f', 'kind' => 'file', 'label' => 'F', 'types' => ['image/png']],
            ),
            [
                ['limit.none', 'warning', '/options/1'],
                ['limit.none', 'warning', '/options/2'],
                ['limit.none', 'warning', '/options/3'],
            ],
            $with(),
        ];
        yield 'required, and nothing says so' => [
            $with($b(['required' => true])),
            [['required.unmarked', 'warning', '/options/1/required']],
            $with($b(['required' => true, 'label' => 'B *'])),
        ];
        yield 'data for the store alone that the page shows, and data that the cart alone shows' => [
            [
                'item' => $item([
                    'data' => [
                        [
                            'code' => 'd',
                            'label' => 'Bay',
                            'value' => '4',
                            'meant' => 'order',
                            'stages' => ['page', 'order'],
                        ],
                        ['code' => 'e', 'label' => 'Batch', 'value' => '5', 'stages' => ['cart']],
                    ],
                ]),
            ] + $with(),
            [['carry.leak', 'warning', '/item/data/0'], ['carry.leak', 'warning', '/item/data/1']],
            [
                'item' => $item([
                    'data' => [
                        ['code' => 'd', 'label' => 'Bay', 'value' => '4', 'meant' => 'shopper'],
                        [
                            'code' => 'e',
                            'label' => 'Batch',
                            'value' => '5',
                            'stages' => ['page', 'cart', 'checkout', 'order'],
                        ],
                    ],
                ]),
            ] + $with(),
        ];
        yield 'a price below the cost of the item' => [
            ['item' => $item(['cost' => '10.01'])] + $with(),
            [['price.below-cost', 'blocker', '/item/cost']],
            ['item' => $item(['cost' => '10.00'])] + $with(),
        ];
        yield 'a value that costs more than it brings' => [
            ['item' => $item([])] +
            $with(['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'yes' => ['charge' => '2', 'cost' => '13']]),
            [['price.below-cost', 'blocker', '/item/cost']],
            $with(['code' => 'f', 'kind' => 'flag', 'label' => 'F', 'yes' => ['charge' => '2', 'cost' => '12']]),
        ];
        $text = static fn(string $code, array $more = []): array => [
            'code' => $code,
            'kind' => 'text',
            'label' => strtoupper($code),
            'length' => ['max' => 9],
        ] + $more;
        $file = [
            'code' => 'art',
            'kind' => 'file',
            'label' => 'Art',
            'types' => ['image/png'],
            'maxBytes' => 9,
            'files' => ['max' => 2],
            'pixels' => ['minWidth' => 400, 'minHeight' => 300],
        ];
        $place = static fn(string $code, string $x, array $more): array => [
            'code' => $code,
            'box' => ['x' => $x, 'y' => '0', 'width' => '50', 'height' => '50'],
        ] + $more;
        $views = static fn(array ...$places): array => [
            'views' => [['code' => 'front', 'pixels' => ['width' => 800, 'height' => 600], 'places' => $places]],
        ];
        yield 'a text that no place takes, and a place that takes anything' => [
            $with($text('t'), $text('u')) + $views($place('p', '0', ['takes' => ['t']])),
            [['place.nowhere', 'warning', '/options/2']],
            $views($place('p', '0', ['takes' => ['t', 'u']])),
        ];
        yield 'a place that takes anything' => [
            $with($text('t'), $text('u')) + $views($place('p', '0', ['takes' => ['t']]), $place('q', '50', [])),
            [['place.open', 'warning', '/views/0/places/1']],
            $views($place('p', '0', ['takes' => ['t']]), $place('q', '50', ['takes' => ['u']])),
        ];
        yield 'more files than places' => [
            $with($file) + $views($place('p', '0', ['most' => 1])),
            [['place.crowded', 'blocker', '/options/1']],
            $views($place('p', '0', ['most' => 2])),
        ];
        yield 'two texts for one place, unless only one of them can be given' => [
            $with($text('t'), $text('u')) + $views($place('p', '0', ['most' => 1])),
            [['place.crowded', 'blocker', '/options/2']],
            $with(
                $text('t', ['shownWhen' => ['option' => 'a', 'is' => 'x']]),
                $text('u', ['shownWhen' => ['option' => 'a', 'is' => 'y']]),
            ) + $views($place('p', '0', ['most' => 1])),
        ];
        yield 'places that leave the picture, and lie on one another' => [
            $with($text('t')) + $views($place('p', '0', []), $place('q', '51', [])),
            [['place.outside', 'blocker', '/views/0/places/1']],
            $views($place('p', '0', []), $place('q', '50', [])),
        ];
        yield 'places that lie on one another' => [
            $with($text('t')) + $views($place('p', '0', []), $place('q', '49.9', [])),
            [['place.overlap', 'warning', '/views/0/places/1']],
            $views($place('p', '0', []), $place('q', '50', [])),
        ];
        yield 'a picture smaller than its place' => [
            $with(['pixels' => ['minWidth' => 400, 'minHeight' => 299]] + $file) + $views($place('p', '0', [])),
            [['place.pixels', 'warning', '/options/1']],
            $with($file),
        ];
        yield 'a font that is shown without its text' => [
            $with($text('t', ['styled' => ['b'], 'shownWhen' => ['option' => 'a', 'is' => 'x']]), $b([])),
            [['place.style', 'warning', '/options/1/styled/0']],
            $with(
                $text('t', ['styled' => ['b'], 'shownWhen' => ['option' => 'a', 'is' => 'x']]),
                $b(['shownWhen' => ['option' => 'a', 'is' => 'x']]),
            ),
        ];
        yield 'looks and places that name what is not there' => [
            $with($text('t', ['styled' => ['fnot']])) + $views($place('p', '0', ['takes' => ['t', 'a']])),
            [
                ['refer.unknown', 'blocker', '/views/0/places/0/takes/1'],
                ['refer.unknown', 'blocker', '/options/1/styled/0'],
            ],
            $with($text('t')) + $views($place('p', '0', ['takes' => ['t']])),
        ];
        yield 'answers nobody sees, and data everybody does' => [
            ['item' => $item(['data' => [['code' => 'd', 'label' => 'Bay', 'value' => '4', 'meant' => 'order']]])] +
            $with($b(['stages' => ['page', 'cart']])),
            [['carry.nowhere', 'blocker', '/options/1/stages'], ['carry.leak', 'warning', '/item/data/0']],
            ['item' => $item(['data' => [['code' => 'd', 'label' => 'Bay', 'value' => '4', 'stages' => ['order']]]])] +
            $with($b([])),
        ];
        yield 'applies to nothing' => [
            $with() + ['appliesTo' => ['skus' => ['U']]],
            [['scope.none', 'blocker', '/appliesTo/skus']],
            ['appliesTo' => ['skus' => ['T-1']]],
        ];
        yield 'applies to everything' => [
            $with() + ['appliesTo' => ['all' => true]],
            [['scope.all', 'warning', '/appliesTo/all']],
            ['appliesTo' => ['tags' => ['Lamps']]],
        ];
    }

    /**
     * @param array<string, mixed> $setup
     * @param list<array{string, string, string}> $expected
     * @param array<string, mixed> $mended
     */
    #[DataProvider('cases')]
    public function testFoundWhereItIsAndGoneWhenMended(array $setup, array $expected, array $mended): void
    {
        $found = self::findings($setup);
        self::assertSame(
            $expected,
            array_map(static fn(Finding $f): array => [$f->code, $f->severity->value, $f->at], $found),
            json_encode(array_map(static fn(Finding $f): string => $f->message, $found), JSON_THROW_ON_ERROR),
        );
        $left = array_map(static fn(Finding $f): string => $f->code . ' ' . $f->at, self::findings($mended + $setup));
        foreach ($expected as [$code, , $at]) {
            self::assertNotContains($code . ' ' . $at, $left);
        }
    }

    public function testFormulasSayWhatTheyMiss(): void
    {
        $wood = [
            'code' => 'w',
            'label' => 'Wood',
            'kind' => 'one',
            'required' => true,
            'help' => 'Choose.',
            'values' => [
                ['code' => 'oak', 'label' => 'Oak', 'figures' => ['rate' => '2']],
                ['code' => 'ash', 'label' => 'Ash'],
                ['code' => 'elm', 'label' => 'Elm'],
            ],
        ];
        $found = self::findings(['options' => [$wood], 'charges' => [['how' => 'formula', 'expr' => 'w.rate * 3']]]);
        self::assertSame(
            'With Wood Ash, Elm there is no price: the formula asks for the figure "rate", which these values do ' .
                'not have. Give it there, or a fallback with "??".',
            $found[0]->message,
        );
        self::assertSame(
            ['needs' => 'w.rate', 'values' => ['/options/0/values/1', '/options/0/values/2']],
            $found[0]->detail,
        );
    }

    public function testManyWaysThroughAFormulaAreBounded(): void
    {
        $options = $names = [];
        for ($i = 1; $i <= 9; ++$i) {
            $options[] = [
                'code' => 'n' . $i,
                'label' => 'N' . $i . ' *',
                'kind' => 'number',
                'required' => true,
                'min' => '1',
                'max' => '9',
                'step' => '1',
            ];
            $names[] = 'n' . $i;
        }
        $ways = static function (string $expr, array $keys): array {
            $reach = Documents::reach($keys + ['charges' => [['how' => 'formula', 'expr' => $expr]]]);
            $all = iterator_to_array((new FormulaWays($reach, Formula::parse($expr)))->all(), false);

            return [count($all), array_unique(array_map(static fn(array $way): int => $way[1], $all))];
        };
        [$count] = $ways('10 / (' . implode(' * ', $names) . ')', ['options' => $options]);
        self::assertSame(4_000, $count);
        [$count, $quantities] = $ways('10 / (quantity + 1)', ['quantity' => ['min' => 1, 'step' => 1_000_000]]);
        self::assertLessThanOrEqual(60, $count);
        self::assertContains(1_000_001, $quantities);
        // Two that are equal somewhere are found among any number of others.
        self::assertContains(
            'price.formula',
            array_map(
                static fn(Finding $f): string => $f->code,
                self::findings([
                    'options' => $options,
                    'charges' => [['how' => 'formula', 'expr' => '(' . implode(' + ', $names) . ') / (n2 - n7)']],
                ]),
            ),
        );
    }

    public function testANearMissNamesWhatWasMeant(): void
    {
        $found = self::findings([
            'options' => [
                Documents::one('size', ['Small', 'Large'], ['help' => 'Choose.']),
                [
                    'code' => 'f',
                    'kind' => 'note',
                    'label' => 'F',
                    'shownWhen' => ['option' => 'size', 'is' => 'small '],
                ],
            ],
        ]);
        self::assertSame(['name' => 'small ', 'nearest' => 'Small', 'onlyCaseOrSpaces' => true], $found[0]->detail);
        self::assertStringContainsString('which differs only in case or spaces', $found[0]->message);
    }

    public function testDeadEndsAreCountedOnceByCause(): void
    {
        $found = self::findings([
            'options' => [
                Documents::one('a', ['x', 'y', 'z'], ['required' => true, 'help' => 'Choose.']),
                [
                    'code' => 'b',
                    'kind' => 'one',
                    'label' => 'B',
                    'required' => true,
                    'help' => 'Choose.',
                    'values' => [['code' => 'p', 'label' => 'P'], ['code' => 'q', 'label' => 'Q', 'stock' => 0]],
                ],
            ],
            'variants' => ['by' => ['a'], 'rows' => [['pick' => ['a' => 'x']], ['pick' => ['a' => 'y'], 'stock' => 0]]],
        ]);
        $causes = [];
        foreach ($found as $finding) {
            if ('reach.dead-end' === $finding->code) {
                $causes[(string) $finding->detail['cause']] = $finding->detail['deadEnds'];
            }
        }
        // x with q is sold out by value; y with both by row; z with both has no row.
        self::assertSame(['missing-row' => '2', 'sold-out-row' => '2', 'sold-out-value' => '1'], $causes);
    }

    /**
     * @param array<string, mixed> $setup
     *
     * @return list<Finding>
     */
    private static function findings(array $setup): array
    {
        return Passes::run(Documents::reach($setup));
    }
}
