<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * What each value really does to the price: over all selectable combinations with it in which it could be swapped
 * for the answer it is compared with, and nothing else changed, the least, the usual and the greatest difference.
 *
 * It is compared with no answer where the option can be left empty, else with its default, else with its first value
 * that can be bought. Both combinations are walked side by side over the diagram.
 */
final class ValueEffects
{
    /** Pairs of states looked at for one value. */
    private const MOST_PAIRS = 60_000;

    /** Cases of percentages of the running total that are held against each other at most. */
    private const MOST_CASES = 16;

    private readonly Sums $sums;

    /** @var non-empty-list<RunningCase> */
    private readonly array $cases;

    /** @var list<PriceParts> by case */
    private array $parts = [];

    /** @var non-empty-list<PriceGroups> by case; all have the same diagrams */
    private readonly array $groups;

    /** @var array<string, array<int, int|\GMP>> cases and group => what all other groups add to the difference */
    private array $others = [];

    /**
     * @throws NotExact
     */
    private function __construct(
        private readonly Reach $reach,
        RunningPercents $running,
        private readonly SumForm $form,
    ) {
        $this->cases = $running->cases();
        if (count($this->cases) > self::MOST_CASES) {
            throw new NotExact('too many percentages of the running total come and go');
        }
        $this->sums = $this->sumsOf($this->cases[0]);
        $groups = [];
        foreach ($this->cases as $case) {
            $this->parts[] = $parts = $this->partsOf($case, $this->sumsOf($case));
            $groups[] = new PriceGroups($reach, $parts);
        }
        $this->groups = $groups;
    }

    /**
     * @throws NotExact
     */
    private function partsOf(RunningCase $case, Sums $sums): PriceParts
    {
        return new PriceParts($this->reach->board, new Pricer($this->reach->setup), $sums, $case);
    }

    private function sumsOf(RunningCase $case): Sums
    {
        // Of one piece also what it adds once a line, and on lines of its own; else the price of a piece.
        $quantity = $this->reach->setup->quantity->min;

        return new Sums(
            $this->reach->setup,
            $quantity > 1,
            $quantity,
            1 === $quantity && PriceParts::isJoined($this->reach->board),
            $case,
            $this->form,
        );
    }

    /**
     * @return list<ValueEffect> in display order; values that can never be swapped are left out
     *
     * @throws NotExact
     * @throws TooLarge
     */
    public static function of(Reach $reach): array
    {
        try {
            return self::exact($reach);
        } catch (NotExact $e) {
            if (gmp_cmp($reach->selectable(), OneByOne::MOST) > 0) {
                throw $e;
            }

            return (new EffectsOneByOne($reach))->all();
        }
    }

    /**
     * The same by the diagrams, however many combinations there are.
     *
     * @return list<ValueEffect>
     *
     * @throws NotExact
     * @throws TooLarge
     */
    public static function exact(Reach $reach): array
    {
        $quantity = $reach->setup->quantity->min;
        $running = new RunningPercents($reach->board, $quantity);
        if ($running->areRounded()) {
            throw new NotExact('a percentage of the running total is rounded by itself');
        }

        return SumForm::first(
            1 === $quantity && PriceParts::isJoined($reach->board),
            false,
            static fn(SumForm $form): array => (new self($reach, $running, $form))->all(),
        );
    }

    /**
     * @return list<ValueEffect>
     *
     * @throws NotExact
     * @throws TooLarge
     */
    private function all(): array
    {
        $effects = [];
        if (0 === gmp_sign($this->reach->selectable())) {
            return $effects;
        }
        $dead = [];
        foreach ($this->reach->deadValues() as $value) {
            $dead[$value['option']][$value['value']] = true;
        }
        foreach ($this->reach->setup->options as $option) {
            if (!$option->kind->isChoice() || [] === $this->reach->board->cellsOf[$option->index]) {
                continue;
            }
            $against = $this->against($option, $dead[$option->index] ?? []);
            foreach ($option->values as $value) {
                if (isset($dead[$option->index][$value->index]) || $against === $value->index) {
                    continue;
                }
                $differences = $this->differences($option, $value->index, $against);
                if ([] !== $differences) {
                    $effects[] = $this->effect($option, $value->index, $against, $differences);
                }
            }
        }

        return $effects;
    }

    /**
     * @param array<int, true> $dead
     *
     * @return int|null position of the value compared with; null: no answer
     */
    private function against(Option $option, array $dead): ?int
    {
        if (Kind::Several === $option->kind || Kind::Flag === $option->kind) {
            return null;
        }
        $cell = $this->reach->board->cellsOf[$option->index][0];
        $diagram = array_values(
            array_filter(
                $this->groups[0]->diagrams[$this->groups[0]->of[$cell]],
                static fn(Diagram $d): bool => in_array($cell, $d->cells, true),
            ),
        )[0];
        $none = $this->reach->board->cells[$cell]->none();
        $p = (int) array_search($cell, $diagram->cells, true);
        // An answer left out because the option is hidden is nothing that a value could be swapped for.
        if (!$option->required) {
            foreach (array_keys($diagram->edges[$p]) as $node) {
                $child = $diagram->child($p, $node, $none);
                if ($child >= 0 && !Diagram::isZero($diagram->selectable[$p + 1][$child])) {
                    return null;
                }
            }
        }
        $first = null;
        foreach ($option->values as $value) {
            if (!isset($dead[$value->index])) {
                $first ??= $value->index;
                if ($value->default) {
                    return $value->index;
                }
            }
        }

        return $first;
    }

    /**
     * By what each stands for.
     *
     * @param non-empty-array<int, int|\GMP> $differences
     *
     * @return non-empty-array<int, int|\GMP>
     */
    private function sorted(array $differences): array
    {
        if ($this->sums->isSorted()) {
            ksort($differences);

            return $differences;
        }
        $by = [];
        foreach ($differences as $sum => $times) {
            // Different sums may stand for one amount.
            $key = (string) $this->sums->unrounded($sum);
            $by[$key] = [$by[$key][0] ?? $sum, isset($by[$key]) ? PriceGraph::plus($by[$key][1], $times) : $times];
        }
        uksort(
            $by,
            static fn(int|string $a, int|string $b): int => '' === $a || '' === $b
                ? ('' !== $a) <=> ('' !== $b)
                : BigDecimal::of($a)->compareTo($b),
        );
        $sorted = [];
        foreach ($by as [$sum, $times]) {
            $sorted[$sum] = $times;
        }

        return $sorted;
    }

    /**
     * @param non-empty-array<int, int|\GMP> $differences
     */
    private function effect(Option $option, int $value, ?int $against, array $differences): ValueEffect
    {
        $differences = $this->sorted($differences);
        $usual = null;
        $count = gmp_init(0);
        foreach ($differences as $difference => $times) {
            $count = gmp_add($count, $times);
            if (null === $usual || gmp_cmp($times, $differences[$usual]) > 0) {
                $usual = $difference;
            }
        }

        return new ValueEffect(
            $option->index,
            $value,
            $against,
            $this->sums->unrounded(array_key_first($differences)),
            $this->sums->unrounded($usual),
            $this->sums->unrounded(array_key_last($differences)),
            $count,
        );
    }

    /**
     * @return array<int, int|\GMP> difference => combinations that can be swapped
     *
     * @throws NotExact
     */
    private function differences(Option $option, int $value, ?int $against): array
    {
        $board = $this->reach->board;
        $several = Kind::Several === $option->kind;
        $swapped = $several ? $board->cellsOf[$option->index][$value] : $board->cellsOf[$option->index][0];
        [$mine, $other] = $several ? [0, 1] : [$value, $against ?? $board->cells[$swapped]->none()];
        $group = $this->groups[0]->of[$swapped];
        $differences = [];
        foreach (array_keys($this->cases) as $a) {
            foreach (array_keys($this->cases) as $b) {
                if (!$this->canMeet($a, $b, $group)) {
                    continue;
                }
                $own = $this->within($group, $a, $b, $swapped, $mine, $other);
                foreach ([] === $own ? [] : PriceGraph::joined($own, $this->others($group, $a, $b)) as $sum => $count) {
                    $differences[$sum] = isset($differences[$sum])
                        ? PriceGraph::plus($differences[$sum], $count)
                        : $count;
                }
            }
        }

        return $differences;
    }

    /** Whether two combinations of these cases can differ within one group alone. */
    private function canMeet(int $a, int $b, int $group): bool
    {
        foreach ($this->cases[$a]->guards as $i => [$p, $holds]) {
            $cell = array_key_first($this->reach->board->props->cellsOf($p));
            if ($holds !== $this->cases[$b]->guards[$i][1] && $this->groups[0]->of[$cell ?? -1] !== $group) {
                return false;
            }
        }

        return true;
    }

    /**
     * The same choices in all other groups: nothing where they count the same in both cases, else what they count more.
     *
     * @return array<int, int|\GMP> difference => combinations
     *
     * @throws NotExact
     */
    private function others(int $group, int $a, int $b): array
    {
        if (1 === count($this->cases)) {
            return [0 => 1];
        }

        return $this->others[$group . ' ' . $a . ' ' . $b] ??= $this->counted(
            $group,
            $this->cases[$a]->minus($this->cases[$b]),
        );
    }

    /**
     * @return array<int, int|\GMP> difference => combinations
     *
     * @throws NotExact
     */
    private function counted(int $group, RunningCase $more): array
    {
        $parts = $this->partsOf($more, $this->sumsOf($more));
        if (
            $more->countsSomething() &&
            [] !== array_filter($parts->inputSlots(), fn(ChargesSlot $slot): bool => !$this->isIn($slot, $group))
        ) {
            throw new NotExact(
                'what is typed counts more or less, as a percentage of the running total comes and goes',
            );
        }
        $groups = new PriceGroups($this->reach, $parts);
        $constant = $parts->constant;
        foreach ($groups->free as $slot) {
            $constant = Sums::plus($constant, $slot->value($slot->start(), $parts->constantBase, false));
        }
        $all = [$constant => 1];
        foreach ($groups->diagrams as $g => $diagrams) {
            if ($g !== $group) {
                $all = PriceGraph::joined(
                    $all,
                    (new PriceGraph($diagrams, $parts, $groups->slots[$g] ?? [], false))->all(),
                );
            }
        }

        return $all;
    }

    private function isIn(Slot $slot, int $group): bool
    {
        $cell = array_key_first($slot->cells());

        return null !== $cell && $this->groups[0]->of[$cell] === $group;
    }

    /**
     * The combinations of one group with a value beside the same with the other, each of its case.
     *
     * @return array<int, int|\GMP> difference => combinations
     *
     * @throws NotExact
     */
    private function within(int $group, int $a, int $b, int $swapped, int $mine, int $other): array
    {
        $board = $this->reach->board;
        $diagrams = $this->groups[0]->diagrams[$group];
        $cells = array_merge(...array_map(static fn(Diagram $d): array => $d->cells, $diagrams));
        $trackA = new PriceTrack($this->parts[$a], $this->groups[$a]->slots[$group] ?? [], $cells, false);
        $trackB = new PriceTrack($this->parts[$b], $this->groups[$b]->slots[$group] ?? [], $cells, false);
        $layer = [[0, 0, $trackA->start(), $trackB->start(), [0 => 1]]];
        $position = 0;
        foreach ($diagrams as $diagram) {
            foreach ($diagram->cells as $p => $cell) {
                $isEnd = $p === count($diagram->cells) - 1;
                $next = [];
                foreach ($layer as [$nodeA, $nodeB, $memoryA, $memoryB, $sums]) {
                    foreach (
                        $cell === $swapped
                            ? [[$mine, $other]]
                            : array_map(static fn(int $l): array => [$l, $l], range(0, $board->cells[$cell]->size - 1))
                        as [$x, $y]
                    ) {
                        $childA = $diagram->child($p, $nodeA, $x);
                        $childB = $diagram->child($p, $nodeB, $y);
                        if (
                            $childA < 0 ||
                            $childB < 0 ||
                            Diagram::isZero($diagram->selectable[$p + 1][$childA]) ||
                            Diagram::isZero($diagram->selectable[$p + 1][$childB])
                        ) {
                            continue;
                        }
                        $decidedA = $trackA->decide($memoryA, $position, $cell, $x);
                        $decidedB = null === $decidedA ? null : $trackB->decide($memoryB, $position, $cell, $y);
                        if (null === $decidedA || null === $decidedB) {
                            continue;
                        }
                        [[$afterA, $sumA], [$afterB, $sumB]] = [$decidedA, $decidedB];
                        $difference = Sums::NONE === $sumA || Sums::NONE === $sumB ? Sums::NONE : $sumA - $sumB;
                        $key =
                            ($isEnd ? '' : $childA . ',' . $childB) .
                            '|' .
                            PriceTrack::key($afterA) .
                            '/' .
                            PriceTrack::key($afterB);
                        $next[$key] ??= [$isEnd ? 0 : $childA, $isEnd ? 0 : $childB, $afterA, $afterB, []];
                        foreach ($sums as $sum => $count) {
                            $total = Sums::plus($sum, $difference);
                            $next[$key][4][$total] = isset($next[$key][4][$total])
                                ? PriceGraph::plus($next[$key][4][$total], $count)
                                : $count;
                        }
                    }
                }
                if (count($next) > self::MOST_PAIRS) {
                    throw new NotExact('too many combinations would have to be compared side by side');
                }
                $layer = array_values($next);
                ++$position;
            }
        }
        $differences = [];
        foreach ($layer as [, , , , $sums]) {
            foreach ($sums as $sum => $count) {
                $differences[$sum] = isset($differences[$sum]) ? PriceGraph::plus($differences[$sum], $count) : $count;
            }
        }

        return $differences;
    }
}
