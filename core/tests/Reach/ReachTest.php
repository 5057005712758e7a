<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Reach;

use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Pins;
use Ithrel\Core\Report;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Figures worked out by hand, and by closed formulas where they are too large for hands.
 */
final class ReachTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, array<string, mixed>}> setup, what the report says
     */
    public static function worked(): iterable
    {
        $one = Documents::one(...);
        $required = ['required' => true];
        $is = static fn(string $option, string|bool|array $is): array => ['option' => $option, 'is' => $is];

        yield 'an empty form' => [[], ['counts' => ['1', '1', '0', '0', '0']]];
        yield 'optional counts its none' => [
            ['options' => [$one('a', ['x', 'y']), $one('b', ['p', 'q', 'r'], $required)]],
            ['counts' => ['9', '9', '0', '0', '0']],
        ];
        yield 'a branch' => [
            [
                'options' => [
                    $one('a', ['x', 'y'], $required),
                    $one('b', ['p', 'q'], $required + ['shownWhen' => $is('a', 'x')]),
                ],
            ],
            ['counts' => ['3', '3', '0', '0', '0']],
        ];
        yield 'inputs do not multiply' => [
            [
                'options' => [
                    ['code' => 'w', 'kind' => 'number', 'min' => '1', 'max' => '9'],
                    $one('a', ['x'], ['shownWhen' => ['option' => 'w', 'atLeast' => '5']]),
                ],
            ],
            ['counts' => ['2', '2', '0', '0', '0']],
        ];
        // 22, 29, … 99: nothing is at least 100.
        yield 'a class without a number does not exist' => [
            [
                'options' => [
                    ['code' => 'w', 'kind' => 'number', 'min' => '22', 'max' => '100', 'step' => '7'],
                    $one('a', ['x'], ['shownWhen' => ['option' => 'w', 'atLeast' => '100']]),
                ],
            ],
            [
                'counts' => ['1', '1', '0', '0', '0'],
                'deadOptions' => ['a'],
                'deadValues' => [['option' => 'a', 'value' => 'x', 'cause' => 'never-offered']],
            ],
        ];
        yield 'a required input that cannot be filled stops what shows it' => [
            [
                'options' => [
                    $one('a', ['x', 'y'], $required),
                    [
                        'code' => 't',
                        'kind' => 'text',
                        'length' => ['max' => 0],
                        'required' => true,
                        'shownWhen' => $is('a', 'x'),
                    ],
                ],
            ],
            [
                'counts' => ['1', '1', '0', '0', '1'],
                'deadValues' => [['option' => 'a', 'value' => 'x', 'cause' => 'never-offered']],
                'deadOptions' => ['t'],
            ],
        ];
        yield 'picks' => [
            [
                'options' => [
                    [
                        'code' => 's',
                        'kind' => 'several',
                        'picks' => ['min' => 2, 'max' => 3],
                        'values' => array_map(static fn(int $i): array => ['code' => 'v' . $i], range(1, 5)),
                    ],
                ],
            ],
            ['counts' => ['21', '21', '0', '0', '0']],
        ];
        yield 'required picks' => [
            [
                'options' => [
                    [
                        'code' => 's',
                        'kind' => 'several',
                        'required' => true,
                        'values' => [['code' => 'p'], ['code' => 'q']],
                    ],
                ],
            ],
            ['counts' => ['3', '3', '0', '0', '0']],
        ];
        // After x only the sold-out p is left to be answered: x is a trap. With y, p is one.
        yield 'traps' => [
            [
                'options' => [
                    $one('a', ['x', 'y'], $required),
                    [
                        'code' => 'b',
                        'kind' => 'one',
                        'required' => true,
                        'values' => [['code' => 'p', 'stock' => 0], ['code' => 'q', 'allowedWhen' => $is('a', 'y')]],
                    ],
                ],
            ],
            [
                'counts' => ['3', '1', '0', '2', '2'],
                'deadValues' => [
                    ['option' => 'a', 'value' => 'x', 'cause' => 'never-stocked'],
                    ['option' => 'b', 'value' => 'p', 'cause' => 'never-stocked'],
                ],
            ],
        ];
        yield 'no traps where nothing is selectable' => [
            [
                'options' => [
                    ['code' => 'a', 'kind' => 'one', 'required' => true, 'values' => [['code' => 'x', 'stock' => 0]]],
                ],
            ],
            ['counts' => ['1', '0', '0', '1', '0']],
        ];
        yield 'enough stock is the least quantity' => [
            [
                'quantity' => ['min' => 3],
                'options' => [
                    [
                        'code' => 'a',
                        'kind' => 'one',
                        'required' => true,
                        'values' => [['code' => 'x', 'stock' => 3], ['code' => 'y', 'stock' => 2]],
                    ],
                ],
            ],
            ['counts' => ['2', '1', '0', '1', '1']],
        ];
        yield 'backorder is enough, but a missing row stays missing' => [
            [
                'item' => ['sku' => 'A', 'name' => 'A', 'price' => '1', 'stock' => 0, 'backorder' => true],
                'options' => [$one('a', ['x', 'y'], $required)],
                'variants' => ['by' => ['a'], 'rows' => [['pick' => ['a' => 'x'], 'stock' => 0]]],
            ],
            ['counts' => ['2', '1', '0', '1', '1']],
        ];
        yield 'rows match exactly, a several as a whole, left out is none' => [
            [
                'options' => [
                    $one('a', ['x']),
                    ['code' => 's', 'kind' => 'several', 'values' => [['code' => 'p'], ['code' => 'q']]],
                    ['code' => 'f', 'kind' => 'flag'],
                ],
                'variants' => [
                    'by' => ['a', 's', 'f'],
                    'rows' => [
                        ['pick' => ['a' => 'x', 's' => ['q', 'p'], 'f' => true]],
                        ['pick' => ['s' => [], 'f' => false]],
                        ['pick' => ['a' => 'x', 's' => ['p', 'q'], 'f' => true]],
                        ['pick' => ['a' => 'z']],
                    ],
                ],
            ],
            // Six sets of extras that no row has, then twice the flag that does not fit.
            ['counts' => ['16', '2', '0', '14', '8'], 'idleRows' => [2, 3]],
        ];
        yield 'a guard that inputs can break counts its combination once' => [
            [
                'options' => [
                    ['code' => 'w', 'kind' => 'number', 'min' => '1', 'max' => '9'],
                    $one('a', ['x', 'y'], $required),
                ],
                'guards' => [
                    ['id' => 'g', 'never' => ['all' => [$is('a', 'x'), ['option' => 'w', 'above' => '5']]]],
                    ['id' => 'h', 'always' => $is('a', ['x', 'y'])],
                ],
            ],
            ['counts' => ['2', '2', '1', '0', '0']],
        ];
        yield 'two guards apart' => [
            [
                'options' => [$one('a', ['x', 'y'], $required), $one('b', ['p', 'q'], $required)],
                'guards' => [['id' => 'g', 'never' => $is('a', 'x')], ['id' => 'h', 'never' => $is('b', 'p')]],
            ],
            ['counts' => ['4', '4', '3', '0', '0']],
        ];
        yield 'a circle that waits' => [
            [
                'options' => [
                    ['code' => 'a', 'kind' => 'flag', 'shownWhen' => $is('b', true)],
                    ['code' => 'b', 'kind' => 'flag', 'shownWhen' => $is('a', true)],
                ],
            ],
            [
                'counts' => ['1', '1', '0', '0', '0'],
                'deadOptions' => ['a', 'b'],
                'circles' => [['a', 'b']],
                'deadValues' => [
                    ['option' => 'a', 'value' => 'yes', 'cause' => 'never-offered'],
                    ['option' => 'b', 'value' => 'yes', 'cause' => 'never-offered'],
                ],
            ],
        ];
        yield 'a circle that is opened from outside, and stays open' => [
            [
                'options' => [
                    $one('c', ['x', 'y'], $required),
                    ['code' => 'a', 'kind' => 'flag', 'shownWhen' => ['any' => [$is('b', true), $is('c', 'x')]]],
                    ['code' => 'b', 'kind' => 'flag', 'shownWhen' => $is('a', true)],
                ],
            ],
            // x: none, a, a and b; y: none, and a and b, brought over from x.
            ['counts' => ['5', '5', '0', '0', '0'], 'circles' => [['a', 'b']], 'deadOptions' => []],
        ];
        yield 'a circle that excludes' => [
            [
                'options' => [
                    ['code' => 'a', 'kind' => 'flag', 'shownWhen' => $is('b', false)],
                    ['code' => 'b', 'kind' => 'flag', 'shownWhen' => $is('a', false)],
                ],
            ],
            ['counts' => ['3', '3', '0', '0', '0'], 'circles' => [['a', 'b']]],
        ];
        yield 'notes die too' => [
            [
                'options' => [
                    $one('a', ['x'], $required),
                    ['code' => 'n', 'kind' => 'note', 'shownWhen' => $is('a', 'y')],
                    ['code' => 'm', 'kind' => 'note'],
                ],
            ],
            ['deadOptions' => ['n']],
        ];
        yield 'dates from today' => [
            [
                'options' => [
                    [
                        'code' => 'd',
                        'kind' => 'date',
                        'required' => true,
                        'earliest' => '+1d',
                        'latest' => '+7d',
                        'weekdays' => [6],
                    ],
                    $one('a', ['x'], ['shownWhen' => ['option' => 'd', 'atMost' => '2026-11-28']]),
                    $one('b', ['y'], ['shownWhen' => ['option' => 'd', 'above' => '+4d']]),
                ],
            ],
            ['counts' => ['2', '2', '0', '0', '0'], 'deadOptions' => ['b']],
        ];
    }

    /**
     * @param array<string, mixed> $setup
     * @param array<string, mixed> $expected
     */
    #[DataProvider('worked')]
    public function testWorkedByHand(array $setup, array $expected): void
    {
        $report = Report::of(Documents::reach($setup))->toArray();
        self::assertIsArray($report['counts']);
        $report['counts'] = array_values($report['counts']);
        foreach ($expected as $key => $value) {
            self::assertSame($value, $report[$key], $key);
        }
    }

    public function testCountsOfAnySizeAgainstClosedFormulas(): void
    {
        $options = [];
        for ($i = 0; $i < 200; ++$i) {
            $options[] = Documents::one('o' . $i, ['a', 'b', 'c']);
        }
        self::assertSame(gmp_strval(gmp_pow(4, 200)), gmp_strval(Documents::reach(['options' => $options])->offered()));

        // 30 values, 3 to 7 picks, or none: binomials.
        $several = [
            'code' => 's',
            'kind' => 'several',
            'picks' => ['min' => 3, 'max' => 7],
            'values' => array_map(static fn(int $i): array => ['code' => 'v' . $i], range(1, 30)),
        ];
        $expected = gmp_init(1);
        for ($k = 3; $k <= 7; ++$k) {
            $expected = gmp_add($expected, gmp_binomial(30, $k));
        }
        self::assertSame(gmp_strval($expected), gmp_strval(Documents::reach(['options' => [$several]])->offered()));

        // A chain in which each option shows while the one before has its first value: 1 + 2 per link.
        $chain = [];
        for ($i = 0; $i < 100; ++$i) {
            $chain[] = Documents::one(
                'o' . $i,
                ['a', 'b'],
                ['required' => true] + ($i > 0 ? ['shownWhen' => ['option' => 'o' . ($i - 1), 'is' => 'a']] : []),
            );
        }
        self::assertSame('101', gmp_strval(Documents::reach(['options' => $chain])->offered()));

        // Neighbours that may not both be yes: Fibonacci numbers (the number of binary words without two ones in a
        // row).
        $flags = $guards = [];
        for ($i = 0; $i < 90; ++$i) {
            $flags[] = ['code' => 'f' . $i, 'kind' => 'flag'];
            if ($i > 0) {
                $guards[] = [
                    'id' => 'g' . $i,
                    'never' => [
                        'all' => [['option' => 'f' . ($i - 1), 'is' => true], ['option' => 'f' . $i, 'is' => true]],
                    ],
                ];
            }
        }
        $reach = Documents::reach(['options' => $flags, 'guards' => $guards]);
        [$fibonacci, $next] = [gmp_init(1), gmp_init(2)];
        for ($i = 0; $i < 90; ++$i) {
            [$fibonacci, $next] = [$next, gmp_add($fibonacci, $next)];
        }
        self::assertSame(gmp_strval(gmp_sub(gmp_pow(2, 90), $fibonacci)), gmp_strval($reach->wrongSales()));
    }

    public function testANumberOfAnySizeLeadsToItsCombinationAndBack(): void
    {
        $options = [];
        for ($i = 0; $i < 60; ++$i) {
            // Every third asks one further down, so that the walk is not the display order.
            $options[] = Documents::one(
                'o' . $i,
                ['a', 'b', 'c'],
                0 === $i % 3 && $i < 57 ? ['shownWhen' => ['option' => 'o' . ($i + 2), 'is' => ['a', 'b']]] : [],
            );
        }
        $reach = Documents::reach(['options' => $options]);
        $listing = new Listing($reach);
        self::assertSame(gmp_strval($reach->selectable()), gmp_strval($listing->total()));
        foreach (['0', '1', '1000000000000000', gmp_strval(gmp_sub($listing->total(), 1))] as $n) {
            $number = $listing->numberOf($listing->at(gmp_init($n)));
            self::assertSame($n, null === $number ? null : gmp_strval($number));
        }
        $this->expectException(\OutOfRangeException::class);
        $listing->at($listing->total());
    }

    public function testPinsAreAFilterWithACountOfItsOwn(): void
    {
        $reach = Documents::reach([
            'options' => [
                Documents::one('a', ['x', 'y']),
                ['code' => 's', 'kind' => 'several', 'values' => [['code' => 'p'], ['code' => 'q']]],
                ['code' => 'f', 'kind' => 'flag'],
            ],
        ]);
        $count = static fn(string ...$words): string => gmp_strval(
            (new Listing($reach, Listing::SELECTABLE, Pins::fromWords($reach->board, array_values($words))))->total(),
        );
        self::assertSame(
            ['24', '8', '8', '12', '6', '12', '4', '0', '1'],
            [
                $count(),
                $count('a=x'),
                $count('a='),
                $count('s=p'),
                $count('s=p', 's=q'),
                $count('f='),
                $count('a=x', 'f=yes'),
                $count('a=x', 'a=y'),
                $count('a=', 's=', 'f='),
            ],
        );
        foreach (['b=x', 'a', 'a=z', 's=r'] as $word) {
            try {
                Pins::fromWords($reach->board, [$word]);
                self::fail($word . ' was taken.');
            } catch (UnreadableDocument $e) {
                self::assertNotSame('', $e->problems[0]->message);
            }
        }
    }

    public function testTheFirstWrongCombinationIsAnExample(): void
    {
        $reach = Documents::reach([
            'options' => [Documents::one('a', ['x', 'y'], ['required' => true]), Documents::one('b', ['p', 'q'])],
            'guards' => [
                ['id' => 'g', 'never' => ['all' => [['option' => 'a', 'is' => 'y'], ['option' => 'b', 'is' => 'q']]]],
            ],
        ]);
        $example = $reach->exampleWhere($reach->board->props->not($reach->board->guards[0]));
        self::assertNotNull($example);
        self::assertSame(['a' => 'y', 'b' => 'q'], StateText::pick($reach->setup, $example));
    }

    public function testWhereTheWalkOrderAsksForTooMuchAnotherOrderCounts(): void
    {
        // Each late option asks two early ones far apart: in walk order all the early ones have to be remembered.
        $options = [];
        for ($i = 0; $i < 44; ++$i) {
            $options[] = ['code' => 'a' . $i, 'label' => 'A ' . $i, 'kind' => 'flag'];
        }
        for ($i = 0; $i < 44; ++$i) {
            $options[] = [
                'code' => 'b' . $i,
                'label' => 'B ' . $i,
                'kind' => 'flag',
                'shownWhen' => [
                    'all' => [['option' => 'a' . $i, 'is' => true], ['option' => 'a' . ($i + 17) % 44, 'is' => false]],
                ],
            ];
        }
        $report = Report::of(Documents::reach(['options' => $options]));
        // Around the ring of 44 (17 and 44 have no divisor in common): each step from yes to no doubles, so the count
        // is the trace of [[1, 1], [2, 1]]^44.
        $trace = [2, 2];
        for ($n = 2; $n <= 44; ++$n) {
            $trace[] = gmp_add(gmp_mul(2, $trace[$n - 1]), $trace[$n - 2]);
        }
        self::assertSame(gmp_strval($trace[44]), $report->counts['offered']);
        self::assertNull($report->counts['traps']);
        self::assertContains(
            'reach.too-large',
            array_map(static fn(Finding $f): string => $f->code, $report->findings),
        );
    }

    public function testWhatIsTooLargeNamesTheOptionsAndWhatIsStillKnown(): void
    {
        $options = [];
        for ($i = 0; $i < 80; ++$i) {
            $options[] = Documents::one('a' . $i, ['x', 'y', 'z']);
        }
        for ($i = 0; $i < 80; ++$i) {
            $is = static fn(int $n): array => ['option' => 'a' . $n % 80, 'is' => 'x'];
            $options[] = Documents::one(
                'b' . $i,
                ['p', 'q'],
                ['shownWhen' => ['any' => [$is($i), $is(7 * $i + 11), $is(23 * $i + 3), $is(37 * $i + 5)]]],
            );
        }
        $options[] = Documents::one(
            'c',
            ['p'],
            ['shownWhen' => ['all' => [['option' => 'a3', 'is' => 'x'], ['option' => 'a3', 'is' => 'y']]]],
        );
        $report = Report::of(Documents::reach(['options' => $options]));
        self::assertSame(
            ['offered' => null, 'selectable' => null, 'wrongSales' => null, 'deadEnds' => null, 'traps' => null],
            $report->counts,
        );
        self::assertSame(['c'], $report->deadOptions);
        self::assertSame([['option' => 'c', 'value' => 'p', 'cause' => 'never-offered']], $report->deadValues);
        $codes = array_column(array_map(static fn(Finding $f): array => [$f->code, $f], $report->findings), 1, 0);
        self::assertNotSame([], $codes['reach.too-large']->detail['options']);
        self::assertStringContainsString('More than', $codes['reach.too-large']->message);
        self::assertSame('/options/160/shownWhen', $codes['reach.option-dead']->at);
        self::assertTrue($report->isBlocked());
    }

    public function testACircleThatCannotBeWalkedIsNamedAndTheRestIsTold(): void
    {
        $options = [];
        for ($o = 0; $o < 8; ++$o) {
            $values = [];
            for ($v = 0; $v < 12; ++$v) {
                $next = 'o' . ($o + 1) % 8;
                $values[] = [
                    'code' => 'v' . $v,
                    'label' => 'V' . $v,
                    'allowedWhen' => [
                        'any' => [
                            ['option' => $next, 'filled' => false],
                            ['option' => $next, 'is' => ['v' . $v, 'v' . ($v + 1) % 12, 'v' . ($v + 2) % 12]],
                        ],
                    ],
                ];
            }
            $options[] = ['code' => 'o' . $o, 'label' => 'O' . $o, 'kind' => 'one', 'values' => $values];
        }
        $options[] = [
            'code' => 'apart',
            'label' => 'Apart',
            'kind' => 'one',
            'values' => [
                [
                    'code' => 'x',
                    'label' => 'X',
                    'allowedWhen' => [
                        'all' => [['option' => 'apart', 'is' => 'y'], ['option' => 'apart', 'is' => 'x']],
                    ],
                ],
                ['code' => 'y', 'label' => 'Y'],
            ],
        ];
        $report = Report::of(Documents::reach(['options' => $options]));
        $codes = [];
        foreach ($report->findings as $finding) {
            $codes[$finding->code] ??= $finding;
        }
        self::assertSame(
            ['o0', 'o1', 'o2', 'o3', 'o4', 'o5', 'o6', 'o7'],
            $codes['reach.too-large']->detail['options'],
        );
        self::assertNull($codes['reach.too-large']->detail['offered'], 'Nothing is counted that clicks may miss.');
        self::assertStringContainsString('cannot all be walked', $codes['reach.circle']->message);
        self::assertArrayHasKey('reach.forward', $codes);
        self::assertTrue($report->isBlocked());
    }

    public function testASeveralOfAnyNumberOfValuesInACircleHasItsTraps(): void
    {
        $traps = static function (int $hidden, int $stock): string {
            $values = array_map(static fn(int $i): array => ['code' => 'h' . $i, 'hidden' => true], range(1, $hidden));
            array_push($values, ['code' => 'q'], ['code' => 'p', 'allowedWhen' => ['option' => 'b', 'is' => 'x']]);

            return gmp_strval(
                Documents::reach([
                    'options' => [
                        ['code' => 's', 'kind' => 'several', 'values' => $values],
                        [
                            'code' => 'b',
                            'kind' => 'one',
                            'required' => true,
                            'values' => [
                                ['code' => 'x', 'stock' => $stock],
                                ['code' => 'y', 'allowedWhen' => ['not' => ['option' => 's', 'is' => 'q']]],
                                ['code' => 'z', 'allowedWhen' => ['option' => 's', 'is' => 'q'], 'stock' => 0],
                            ],
                        ],
                    ],
                ])->traps(),
            );
        };
        foreach ([2, 6, 62, 63, 64, 70] as $hidden) {
            self::assertSame(['2', '1'], [$traps($hidden, 0), $traps($hidden, 1)], $hidden . ' hidden values');
        }
    }
}
