<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Price\Spread\Totals;
use Ithrel\Core\Price\Spread\ValueEffects;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\RandomPrices;
use Ithrel\Core\Tests\Support\Seeds;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

/**
 * Totals of all combinations against the pricing of each of them with every permitted input.
 */
final class SpreadTest extends TestCase
{
    /**
     * @return iterable<string, array{
     *     \Closure(int): array<string, mixed>,
     *     int,
     *     int,
     *     float,
     * }>  documents, how many, how many at least have to be compared, how many for each of them at most cannot be added
     *     up
     */
    public static function documents(): iterable
    {
        yield 'every charge' => [RandomPrices::document(...), 400, 400, 0.2];
        yield 'percentages of the running total' => [RandomPrices::running(...), 400, 250, 0.9];
    }

    /**
     * @param \Closure(int): array<string, mixed> $documents
     */
    #[DataProvider('documents')]
    #[
        TestDox(
            'on random setups with $_dataName the totals of all combinations, cheapest ' .
                'and dearest, are those priced one by one',
        ),
    ]
    public function testAgainstPricingOneByOne(\Closure $documents, int $many, int $atLeast, float $share): void
    {
        $reader = Reader::shipped();
        $start = Seeds::first();
        $compared = $notExact = 0;
        for ($seed = $start; $seed < $start + $many; ++$seed) {
            $document = $documents($seed);
            $json = json_encode($document, JSON_THROW_ON_ERROR);
            $reach = new Reach($reader->read($json, Today::of(Documents::TODAY)));
            if (gmp_cmp($reach->selectable(), 150) > 0) {
                continue;
            }
            $unit = 0 === $seed % 2;
            $quantity = $reach->setup->quantity->min + ($seed % 3);
            $brute = $this->priced($reach, $unit, $quantity);
            foreach ([false, true] as $most) {
                try {
                    $spread = AllTotals::exact($reach, $unit, $quantity, $most);
                } catch (NotExact) {
                    ++$notExact;
                    continue;
                }
                if ([] !== $spread->sampled() || ($most && [] !== $spread->open())) {
                    continue;
                }
                ++$compared;
                $where = sprintf(
                    'Seed %d, %s, %s: %s',
                    $seed,
                    $unit ? 'unit' : 'total',
                    $most ? 'dearest' : 'cheapest',
                    $json,
                );
                $expected = [];
                foreach ($brute as [$least, $greatest]) {
                    $total = $most ? $greatest : $least;
                    $key = null === $total ? 'none' : (string) $total->strippedOfTrailingZeros();
                    $expected[$key] = ($expected[$key] ?? 0) + 1;
                }
                $found = [];
                foreach ($spread->levels() as [$total, $count]) {
                    $found[null === $total ? 'none' : (string) $total->strippedOfTrailingZeros()] = gmp_intval($count);
                }
                ksort($expected);
                ksort($found);
                self::assertSame($expected, $found, $where);
                $this->compareRanks($reach, $spread, $brute, $most, $unit, $quantity, $where);
            }
        }
        self::assertGreaterThan($atLeast, $compared);
        self::assertLessThan($compared * $share, $notExact, 'Most setups can be added up exactly.');
    }

    #[TestDox('with percentages of the running total that come and go, totals of 67 million combinations are exact')]
    public function testPercentagesOfTheRunningTotalAtAnySize(): void
    {
        foreach (['unit', 'line'] as $rounding) {
            $options = [];
            for ($i = 0; $i < 12; ++$i) {
                $option = Documents::one('o' . $i, ['a', 'b', 'c', 'd'], ['required' => true]);
                $option['values'][1]['charge'] = '0.35';
                $option['values'][2]['charge'] = (string) (1 + ($i % 3));
                $option['values'][3]['charge'] =
                    7 === $i ? ['how' => 'percent', 'rate' => '12.5', 'of' => 'running'] : '2.15';
                $options[] = $option;
            }
            $options[] = ['code' => 'club', 'label' => 'Club', 'kind' => 'flag', 'yes' => ['charge' => '1.05']];
            $options[] = [
                'code' => 'setting',
                'label' => 'Setting',
                'kind' => 'flag',
                'yes' => ['charge' => ['how' => 'fixed', 'amount' => '4.00', 'per' => 'line']],
            ];
            $reach = Documents::reach([
                'options' => $options,
                'rounding' => ['mode' => 'half-even', 'at' => $rounding],
                'charges' => [
                    [
                        'label' => 'Club',
                        'how' => 'percent',
                        'rate' => '-7',
                        'of' => 'running',
                        'when' => ['option' => 'club', 'is' => true],
                    ],
                ],
            ]);
            $pricer = new Pricer($reach->setup);
            $totals = AllTotals::of($reach, false, 3, false);
            self::assertSame(gmp_strval($reach->selectable()), gmp_strval($totals->count()));
            self::assertSame(0, gmp_cmp($totals->count(), gmp_pow(4, 13)));
            $last = null;
            foreach (['0', '1', '17', '1234567', '33554432', '67108863'] as $rank) {
                [$choices, $total] = $totals->at(gmp_init($rank));
                self::assertSame(
                    (string) $pricer->quote($choices, 3)->total,
                    (string) $total?->toScale(2),
                    $rounding . ' ' . $rank,
                );
                self::assertTrue(null === $last || true === $total?->isGreaterThanOrEqualTo($last));
                $last = $total;
            }
            $levels = $totals->levels();
            $club = array_fill(0, 12, [0]) + [12 => [0]];
            self::assertSame(
                (string) $pricer->quote(new State($club), 3)->total,
                (string) $levels[0][0]?->toScale(2),
                'The cheapest has nothing but the discount.',
            );
        }
    }

    /**
     * @return iterable<string, array{bool, int}> whether with percentages of the running total; how many have to be
     *                                            compared
     */
    public static function effects(): iterable
    {
        yield 'every charge' => [false, 200];
        yield 'percentages of the running total' => [true, 60];
    }

    #[DataProvider('effects')]
    #[TestDox('what a value does is what swapping it in every combination does: $_dataName')]
    public function testValueEffectsAgainstSwapping(bool $isRunning, int $atLeast): void
    {
        $reader = Reader::shipped();
        $start = Seeds::first();
        $compared = 0;
        for ($seed = $start; $seed < $start + 500; ++$seed) {
            $document = $isRunning ? RandomPrices::running($seed) : RandomPrices::document($seed);
            $document['rounding'] = ['at' => $isRunning ? 'unit' : 'effect'];
            $document['quantity'] = ['min' => 1];
            $reach = new Reach($reader->read(json_encode($document, JSON_THROW_ON_ERROR), Today::of(Documents::TODAY)));
            if (gmp_cmp($reach->selectable(), 120) > 0) {
                continue;
            }
            try {
                $effects = ValueEffects::of($reach);
            } catch (NotExact) {
                continue;
            }
            $brute = [] === $effects ? [] : $this->priced($reach, false, 1, true);
            foreach ($effects as $effect) {
                $differences = [];
                foreach ((new Listing($reach))->from(gmp_init(0), 200) as $choices) {
                    $picked = $choices->picked($effect->option);
                    if (!in_array($effect->value, $picked, true)) {
                        continue;
                    }
                    $rest = array_values(array_diff($picked, [$effect->value]));
                    $swapped = $choices->with(
                        $effect->option,
                        null !== $effect->against ? [$effect->against] : ([] === $rest ? null : $rest),
                    );
                    if (isset($brute[$swapped->key()])) {
                        [$with] = $brute[$choices->key()];
                        [$without] = $brute[$swapped->key()];
                        if (null === $with || null === $without) {
                            continue 2;
                        }
                        $differences[] = $with->minus($without);
                    }
                }
                $where = sprintf(
                    'Seed %d, option %d, value %d: %s',
                    $seed,
                    $effect->option,
                    $effect->value,
                    json_encode($document, JSON_THROW_ON_ERROR),
                );
                self::assertNotSame([], $differences, $where);
                self::assertSame(
                    [
                        (string) BigDecimal::min(...$differences)->strippedOfTrailingZeros(),
                        (string) BigDecimal::max(...$differences)->strippedOfTrailingZeros(),
                    ],
                    [(string) $effect->least, (string) $effect->greatest],
                    $where,
                );
                ++$compared;
            }
        }
        self::assertGreaterThan($atLeast, $compared);
    }

    /**
     * @param array<string, array{?BigDecimal, ?BigDecimal}> $brute
     */
    private function compareRanks(
        Reach $reach,
        Totals $spread,
        array $brute,
        bool $most,
        bool $unit,
        int $quantity,
        string $where,
    ): void {
        $seen = [];
        $last = null;
        for ($rank = 0; $rank < min(40, count($brute)); ++$rank) {
            [$choices, $total] = $spread->at(gmp_init($rank));
            self::assertArrayNotHasKey($choices->key(), $seen, $where);
            $seen[$choices->key()] = true;
            self::assertArrayHasKey($choices->key(), $brute, $where);
            $own = $brute[$choices->key()][$most ? 1 : 0];
            self::assertTrue(null === $own ? null === $total : null !== $total && $own->isEqualTo($total), $where);
            self::assertTrue(null === $last || (null !== $total && !$total->isLessThan($last)), $where . ' in order');
            $last = $total;
            if (null !== $total && $rank < 5) {
                $quote = (new Pricer($reach->setup))->quote($spread->withInputs($choices), $quantity);
                $priced = $unit ? $quote->unitPrice : $quote->total;
                self::assertTrue(true === $priced?->isEqualTo($total), $where . ' with its inputs');
            }
        }
    }

    /**
     * Every selectable combination with the least and the greatest that its inputs can make of it.
     *
     * @return array<string, array{?BigDecimal, ?BigDecimal}> null: no price with some inputs
     */
    private function priced(Reach $reach, bool $unit, int $quantity, bool $unrounded = false): array
    {
        $pricer = new Pricer($reach->setup);
        $priced = [];
        foreach ((new Listing($reach))->from(gmp_init(0), 1000) as $choices) {
            $totals = [];
            $none = false;
            foreach ($this->withEveryInput($reach, $choices) as $state) {
                $quote = $pricer->quote($state, $quantity);
                $total = $unit ? $quote->unitPrice : $quote->total;
                if ($unrounded && null !== $total && null !== $quote->running && null !== $quote->unitPrice) {
                    $total = $total->minus($quote->unitPrice)->plus($quote->running);
                }
                $none = $none || null === $total;
                $totals[] = $total;
            }
            self::assertNotSame([], $totals);
            $numbers = array_filter($totals);
            // Without a price sorts before all; the dearest has one unless none has.
            $priced[$choices->key()] = [
                $none ? null : BigDecimal::min(...$numbers),
                [] === $numbers ? null : BigDecimal::max(...$numbers),
            ];
        }

        return $priced;
    }

    /**
     * @return iterable<State>
     */
    private function withEveryInput(Reach $reach, State $choices): iterable
    {
        $states = [$choices];
        foreach ($reach->setup->options as $option) {
            if (!$option->kind->isInput()) {
                continue;
            }
            $next = $states;
            foreach ($states as $state) {
                foreach ($this->inputs($reach, $option) as $input) {
                    $next[] = $state->with($option->index, $input);
                }
            }
            $states = $next;
        }
        $page = $reach->board->page;
        foreach ($states as $state) {
            if ($page->isComplete($state) && $page->drop($state)->key() === $state->key()) {
                yield $state;
            }
        }
    }

    /**
     * @return list<Input>
     */
    private function inputs(Reach $reach, Option $option): array
    {
        $all = match ($option->kind) {
            Kind::Number => array_map(static fn(int $n): Input => Input::number(BigDecimal::of($n)), range(0, 6)),
            Kind::Text => array_map(Input::text(...), ['x', 'x ', 'xx', 'x  ', 'xx ', 'xxx', 'x   ', 'xxxx']),
            Kind::File => array_map(static fn(int $n): Input => Input::files(array_fill(0, $n, new GivenFile('f'))), [
                1,
                2,
                3,
            ]),
            default => $reach->board->page->inputs[$option->index],
        };

        return array_values(
            array_filter($all, static fn(Input $i): bool => [] === (new InputCheck())->problems($option, $i)),
        );
    }

    #[TestDox('more combinations of one total than a whole number of the machine holds are counted exactly')]
    public function testMoreCombinationsThanAMachineNumberHolds(): void
    {
        $options = [];
        for ($i = 0; $i < 22; ++$i) {
            $waits = 0 === $i ? [] : ['shownWhen' => ['option' => 'o' . ($i - 1), 'filled' => true]];
            $options[] = Documents::one(
                'o' . $i,
                ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h', 'i'],
                ['required' => true] + $waits,
            );
        }
        $options[21]['values'][8]['charge'] = '2';
        $totals = AllTotals::exact(Documents::reach(['options' => $options]), false, 1, false);
        $found = array_map(
            static fn(array $level): string => $level[0] . ': ' . gmp_strval($level[1]),
            $totals->levels(),
        );
        self::assertSame(
            ['100.00: ' . gmp_strval(gmp_mul(8, gmp_pow(9, 21))), '102.00: ' . gmp_strval(gmp_pow(9, 21))],
            $found,
        );
    }

    #[TestDox('combinations without a price have their places too, whatever keeps the price away')]
    public function testEveryRankHasItsCombination(): void
    {
        $options = [
            Documents::one(
                'a',
                ['x', 'y'],
                ['values' => [['code' => 'x', 'figures' => ['rate' => '2']], ['code' => 'y']]],
            ),
            Documents::one('b', ['x', 'y'], ['required' => true]),
            Documents::one('c', ['x', 'y']),
        ];
        foreach (
            ['1 / 0' => 18, 'a.rate' => 12, '(a.rate ?? 1) / (picks(s) - 1)' => 0, 'base' => 0]
            as $expr => $without
        ) {
            $charges = [
                ['how' => 'formula', 'expr' => $expr],
                ['how' => 'fixed', 'amount' => '1.50', 'when' => ['option' => 'c', 'is' => 'x']],
            ];
            $totals = AllTotals::of(
                Documents::reach([
                    'options' => [...$options, ['code' => 's', 'kind' => 'several', 'values' => []]],
                    'charges' => $charges,
                ]),
                false,
                1,
                false,
            );
            $seen = [];
            $null = 0;
            for ($rank = 0; $rank < 18; ++$rank) {
                [$choices, $total] = $totals->at(gmp_init($rank));
                $seen[$choices->key()] = true;
                $null += null === $total ? 1 : 0;
            }
            self::assertCount(18, $seen, $expr);
            self::assertSame($without, $null, $expr);
        }
    }

    #[TestDox('counts beyond what a whole number of 64 bits holds stay exact')]
    public function testHugeCountsStayExact(): void
    {
        $options = [];
        for ($i = 0; $i < 40; ++$i) {
            $values = array_map(
                static fn(int $v): array => ['code' => 'v' . $v, 'charge' => (string) ($v % 3)],
                range(0, 6),
            );
            $options[] =
                ['code' => 'o' . $i, 'kind' => 'one', 'required' => true, 'values' => $values] +
                ($i > 0
                    ? ['shownWhen' => ['option' => 'o' . ($i - 1), 'is' => ['v0', 'v1', 'v2', 'v3', 'v4', 'v5']]]
                    : []);
        }
        $reach = Documents::reach([
            'options' => $options,
            'charges' => [
                [
                    'how' => 'fixed',
                    'amount' => '5',
                    'when' => ['all' => [['option' => 'o0', 'is' => 'v1'], ['option' => 'o39', 'is' => 'v1']]],
                ],
            ],
        ]);
        $totals = AllTotals::of($reach, false, 1, false);
        $sum = gmp_init(0);
        foreach ($totals->levels() as [, $count]) {
            $sum = gmp_add($sum, $count);
        }
        self::assertSame(gmp_strval($reach->selectable()), gmp_strval($sum));
        self::assertSame(gmp_strval($sum), gmp_strval($totals->count()));
        self::assertSame('100.00', (string) $totals->at(gmp_init(0))[1]?->toScale(2));
    }

    #[TestDox('amounts once a line that are too large to be kept apart are not taken for others')]
    public function testLargeAmountsBesideRoundedOnes(): void
    {
        foreach (['9000.00', '70000.00', '5242.88', '10485.77'] as $amount) {
            $reach = Documents::reach([
                'options' => [
                    [
                        'code' => 'a',
                        'kind' => 'one',
                        'required' => true,
                        'values' => [
                            ['code' => 'x', 'charge' => '0.005'],
                            ['code' => 'y', 'charge' => '0.0049'],
                            ['code' => 'z'],
                        ],
                    ],
                    [
                        'code' => 'f',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'fixed', 'amount' => $amount, 'per' => 'line']],
                    ],
                    [
                        'code' => 'g',
                        'kind' => 'flag',
                        'yes' => ['charge' => ['how' => 'fixed', 'amount' => '-' . $amount, 'per' => 'line']],
                    ],
                ],
            ]);
            $pricer = new Pricer($reach->setup);
            $expected = [];
            foreach ((new Listing($reach))->from(gmp_init(0), 100) as $state) {
                $expected[] = (string) $pricer->quote($state, 3)->total?->strippedOfTrailingZeros();
            }
            $found = [];
            foreach (AllTotals::of($reach, false, 3, false)->levels() as [$total, $count]) {
                array_push($found, ...array_fill(0, gmp_intval($count), (string) $total?->strippedOfTrailingZeros()));
            }
            sort($expected);
            sort($found);
            self::assertSame($expected, $found, $amount);
        }
    }
}
