<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Work\Budget;

/**
 * By how much prices differ where one answer is swapped for another and nothing else changes: both combinations are
 * walked side by side over the diagram.
 */
final class SwapDifferences
{
    /** Pairs of states looked at for one value. */
    private const MOST_PAIRS = 60_000;

    /** Cases of percentages of the running total that are held against each other at most. */
    private const MOST_CASES = 16;

    public readonly Sums $sums;

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
    public function __construct(private readonly Reach $reach, RunningPercents $running, private readonly SumForm $form)
    {
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

    /** The groups of cells whose prices are counted together. */
    public function groups(): PriceGroups
    {
        return $this->groups[0];
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
     * @return array<int, int|\GMP> difference => combinations that can be swapped
     *
     * @throws NotExact
     */
    public function of(Option $option, int $value, ?int $against): array
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
                    Budget::ask();
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
            Budget::ask();
            foreach ($sums as $sum => $count) {
                $differences[$sum] = isset($differences[$sum]) ? PriceGraph::plus($differences[$sum], $count) : $count;
            }
        }

        return $differences;
    }
}
