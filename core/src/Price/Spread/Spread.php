<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Work\Budget;

/**
 * What all selectable combinations come to, exactly: how many at each total, and any of them by its rank in the order
 * of totals. Where inputs have a share, each combination counts with the inputs that make it cheapest, or dearest.
 *
 * Long, as it is one list of totals, made once and asked in several ways.
 */
final class Spread implements Totals
{
    /** @var list<PriceGraph> */
    private array $graphs = [];

    /** @var list<array<int, int|\GMP>> what the graphs from one on add: sum => combinations */
    private array $from = [];

    /** @var list<array{?BigDecimal, \GMP, list<int>}>|null */
    private ?array $levels = null;

    private readonly int $constant;

    /** @var list<\GMP> level => rank of its first combination; at the end how many there are */
    private array $ranks = [];

    private readonly Pricer $pricer;

    /**
     * @param array<int, array<int, true>> $pins
     */
    private function __construct(
        private readonly Reach $reach,
        private readonly PriceParts $parts,
        private readonly Sums $sums,
        private readonly bool $most,
        array $pins,
    ) {
        $this->pricer = new Pricer($reach->setup);
        $groups = new PriceGroups($reach, $parts);
        $constant = $parts->constant;
        foreach ($groups->free as $slot) {
            $constant = Sums::plus($constant, $slot->value($slot->start(), $parts->constantBase, $most));
        }
        $this->constant = $constant;
        foreach (0 === gmp_sign($reach->selectable()) ? [] : $groups->diagrams as $group => $diagrams) {
            $this->graphs[] = new PriceGraph($diagrams, $parts, $groups->slots[$group] ?? [], $most, $pins);
        }
    }

    /**
     * @throws NotExact
     */
    private function join(): self
    {
        $from = [[0 => 1]];
        foreach (array_reverse($this->graphs) as $graph) {
            Budget::ask();
            $from[] = PriceGraph::joined($graph->all(), $from[count($from) - 1]);
        }
        $this->from = array_reverse($from);

        return $this;
    }

    /**
     * The lowest total, which needs no adding up of all the others; null where some combination has no price, or none
     * can be selected, or a higher sum may come to a lower total.
     *
     * @param bool $unit see of()
     *
     * @throws NotExact
     */
    public static function least(
        Reach $reach,
        bool $unit,
        int $quantity,
        bool $most,
        RunningCase $case,
        SumForm $form,
    ): ?BigDecimal {
        $spread = self::grouped($reach, $unit, $quantity, $most, [], $case, $form);
        $least = $spread->constant;
        foreach ($spread->graphs as $graph) {
            $sums = array_keys($graph->all());
            if ([] === $sums || in_array(Sums::NONE, $sums, true)) {
                return null;
            }
            $least = Sums::plus($least, min($sums));
        }

        return Sums::NONE === $least || [] === $spread->graphs || !$spread->sums->isSorted()
            ? null
            : $spread->sums->total($least);
    }

    /**
     * @param bool $unit whether unit prices are looked at, else totals with what is charged
     *                   once a line
     * @param bool $most whether each combination counts with the inputs that make it dearest
     * @param array<int, array<int, true>> $pins see AllTotals
     *
     * @throws NotExact
     */
    public static function of(
        Reach $reach,
        bool $unit,
        int $quantity,
        bool $most,
        array $pins,
        RunningCase $case,
        SumForm $form,
    ): self {
        return self::grouped($reach, $unit, $quantity, $most, $pins, $case, $form)->join();
    }

    /**
     * With what each group of options adds, and not yet with what all come to.
     *
     * @param array<int, array<int, true>> $pins see AllTotals
     *
     * @throws NotExact
     */
    private static function grouped(
        Reach $reach,
        bool $unit,
        int $quantity,
        bool $most,
        array $pins,
        RunningCase $case,
        SumForm $form,
    ): self {
        $sums = new Sums($reach->setup, $unit, $quantity, !$unit && PriceParts::isJoined($reach->board), $case, $form);

        return new self(
            $reach,
            new PriceParts($reach->board, new Pricer($reach->setup), $sums, $case),
            $sums,
            $most,
            $pins,
        );
    }

    public function levels(): array
    {
        return array_map(static fn(array $level): array => [$level[0], $level[1]], $this->sorted());
    }

    public function count(): \GMP
    {
        return array_reduce(
            $this->sorted(),
            static fn(\GMP $sum, array $level): \GMP => gmp_add($sum, $level[1]),
            gmp_init(0),
        );
    }

    public function at(\GMP $rank): array
    {
        $level = $this->levelOf($rank);
        if (null !== $level) {
            [$total, , $sums] = $this->sorted()[$level];
            $rank = gmp_sub($rank, $this->ranks[$level]);
            foreach ($sums as $sum) {
                $here = $this->from[0][$sum];
                if (gmp_cmp($rank, $here) < 0) {
                    return [$this->combination($sum, $rank), $total];
                }
                $rank = gmp_sub($rank, $here);
            }
        }
        throw new \OutOfRangeException('There is no combination of this rank.');
    }

    /** The level that a rank falls into; null where there is none. */
    private function levelOf(\GMP $rank): ?int
    {
        if ([] === $this->ranks) {
            $first = gmp_init(0);
            foreach ($this->sorted() as [, $count]) {
                $this->ranks[] = $first;
                $first = gmp_add($first, $count);
            }
            $this->ranks[] = $first;
        }
        [$low, $high] = [0, count($this->ranks) - 1];
        if (gmp_sign($rank) < 0 || gmp_cmp($rank, $this->ranks[$high]) >= 0) {
            return null;
        }
        while ($high - $low > 1) {
            $middle = intdiv($low + $high, 2);
            gmp_cmp($this->ranks[$middle], $rank) <= 0 ? ($low = $middle) : ($high = $middle);
        }

        return $low;
    }

    public function withInputs(State $choices): State
    {
        $board = $this->reach->board;
        $base = $this->pricer->quote($choices, $this->sums->quantity)->base;
        $state = $choices;
        foreach ($this->parts->inputSlots() as $slot) {
            foreach ($slot->inputsFor($choices, $base, $this->most)->answers as $option => $answer) {
                $state = $board->isInput($option) ? $state->with($option, $answer) : $state;
            }
        }
        foreach ($board->dependencies->walk as $index) {
            $option = $board->setup->options[$index];
            if (
                $option->required &&
                $option->kind->isInput() &&
                !$state->has($index) &&
                $board->page->isShown($option, $state)
            ) {
                $state = $state->with($index, $board->page->inputs[$index][0] ?? null);
            }
        }

        return $state;
    }

    public function sampled(): array
    {
        return array_values(
            array_unique(
                array_merge(
                    ...array_map(
                        static fn(ChargesSlot $slot): array => $slot->inputs->sampled ?? [],
                        $this->parts->inputSlots(),
                    ),
                ),
            ),
        );
    }

    public function open(): array
    {
        return array_values(
            array_unique(
                array_merge(
                    ...array_map(
                        static fn(ChargesSlot $slot): array => $slot->inputs->open ?? [],
                        $this->parts->inputSlots(),
                    ),
                ),
            ),
        );
    }

    public function hangsOnInputs(): bool
    {
        return [] !== $this->parts->inputSlots();
    }

    private function combination(int $sum, \GMP $rank): State
    {
        $letters = [];
        foreach ($this->graphs as $i => $graph) {
            [$own, $sum, $rank] = $graph->at($sum, $rank, $this->from[$i + 1]);
            $letters += $own;
        }

        return $this->reach->board->stateOfLetters($letters);
    }

    /**
     * @return list<array{?BigDecimal, \GMP, list<int>}> total, combinations, the sums that come to it
     */
    private function sorted(): array
    {
        if (null !== $this->levels) {
            return $this->levels;
        }
        $levels = [];
        if (0 === gmp_sign($this->reach->selectable())) {
            return $this->levels = $levels;
        }
        $sums = array_keys($this->from[0]);
        sort($sums);
        $totals = array_map(
            fn(int $sum): array => [$this->sums->total(Sums::plus($sum, $this->constant)), $sum],
            $sums,
        );
        if (!$this->sums->isSorted()) {
            usort($totals, static fn(array $a, array $b): int => TotalOrder::compare($a[0], $b[0]));
        }
        $current = null;
        foreach ($totals as [$total, $sum]) {
            if (null !== $current && 0 !== TotalOrder::compare($current[0], $total)) {
                $levels[] = $current;
                $current = null;
            }
            $current ??= [$total, gmp_init(0), []];
            $current[1] = gmp_add($current[1], $this->from[0][$sum]);
            $current[2][] = $sum;
        }
        if (null !== $current) {
            $levels[] = $current;
        }

        return $this->levels = $levels;
    }
}
