<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Reach;
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

    private readonly PriceParts $parts;

    private readonly PriceGroups $groups;

    /**
     * @throws NotExact
     */
    public function __construct(private readonly Reach $reach)
    {
        // Of one piece also what it adds once a line, and on lines of its own; else the price of a piece.
        $quantity = $reach->setup->quantity->min;
        $sums = new Sums($reach->setup, $quantity > 1, $quantity, 1 === $quantity && PriceParts::isJoined($reach->board));
        $this->parts = new PriceParts($reach->board, new Pricer($reach->setup), $sums);
        $this->groups = new PriceGroups($reach, $this->parts);
    }

    /**
     * @return list<ValueEffect> in display order; values that can never be swapped are left out
     */
    public function all(): array
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
        $diagram = array_values(array_filter($this->groups->diagrams[$this->groups->of[$cell]], static fn (Diagram $d): bool => in_array($cell, $d->cells, true)))[0];
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
     * @param non-empty-array<int, int|\GMP> $differences
     */
    private function effect(Option $option, int $value, ?int $against, array $differences): ValueEffect
    {
        ksort($differences);
        $usual = null;
        $count = gmp_init(0);
        foreach ($differences as $difference => $times) {
            $count = gmp_add($count, $times);
            if (null === $usual || gmp_cmp($times, $differences[$usual]) > 0) {
                $usual = $difference;
            }
        }
        $amount = static fn (int $sum): ?BigDecimal => Sums::NONE === $sum ? null : BigDecimal::ofUnscaledValue($sum, 8)->strippedOfTrailingZeros();

        return new ValueEffect($option->index, $value, $against, $amount(array_key_first($differences)), $amount($usual), $amount(array_key_last($differences)), $count);
    }

    /**
     * @return array<int, int|\GMP> difference => combinations that can be swapped
     */
    private function differences(Option $option, int $value, ?int $against): array
    {
        $board = $this->reach->board;
        $several = Kind::Several === $option->kind;
        $swapped = $several ? $board->cellsOf[$option->index][$value] : $board->cellsOf[$option->index][0];
        [$mine, $other] = $several ? [0, 1] : [$value, $against ?? $board->cells[$swapped]->none()];
        $diagrams = $this->groups->diagrams[$this->groups->of[$swapped]];
        $slots = $this->groups->slots[$this->groups->of[$swapped]] ?? [];
        $track = new PriceTrack($this->parts, $slots, array_merge(...array_map(static fn (Diagram $d): array => $d->cells, $diagrams)), false);
        $layer = [[0, 0, $track->start(), $track->start(), [0 => 1]]];
        $position = 0;
        foreach ($diagrams as $diagram) {
            foreach ($diagram->cells as $p => $cell) {
                $isEnd = $p === count($diagram->cells) - 1;
                $next = [];
                foreach ($layer as [$a, $b, $memoryA, $memoryB, $sums]) {
                    foreach ($cell === $swapped ? [[$mine, $other]] : array_map(static fn (int $l): array => [$l, $l], range(0, $board->cells[$cell]->size - 1)) as [$x, $y]) {
                        $childA = $diagram->child($p, $a, $x);
                        $childB = $diagram->child($p, $b, $y);
                        if ($childA < 0 || $childB < 0 || Diagram::isZero($diagram->selectable[$p + 1][$childA]) || Diagram::isZero($diagram->selectable[$p + 1][$childB])) {
                            continue;
                        }
                        [$afterA, $sumA] = $track->decide($memoryA, $position, $cell, $x);
                        [$afterB, $sumB] = $track->decide($memoryB, $position, $cell, $y);
                        $difference = Sums::NONE === $sumA || Sums::NONE === $sumB ? Sums::NONE : $sumA - $sumB;
                        $key = ($isEnd ? '' : $childA.','.$childB).'|'.PriceTrack::key($afterA).'/'.PriceTrack::key($afterB);
                        $next[$key] ??= [$isEnd ? 0 : $childA, $isEnd ? 0 : $childB, $afterA, $afterB, []];
                        foreach ($sums as $sum => $count) {
                            $total = Sums::plus($sum, $difference);
                            $next[$key][4][$total] = isset($next[$key][4][$total]) ? PriceGraph::plus($next[$key][4][$total], $count) : $count;
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
