<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
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
    private function __construct(private readonly Reach $reach, private readonly SwapDifferences $swaps) {}

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
            static fn(SumForm $form): array => (new self($reach, new SwapDifferences($reach, $running, $form)))->all(),
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
                $differences = $this->swaps->of($option, $value->index, $against);
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
                $this->swaps->groups()->diagrams[$this->swaps->groups()->of[$cell]],
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
        if ($this->swaps->sums->isSorted()) {
            ksort($differences);

            return $differences;
        }
        $by = [];
        foreach ($differences as $sum => $times) {
            // Different sums may stand for one amount.
            $key = (string) $this->swaps->sums->unrounded($sum);
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
            $this->swaps->sums->unrounded(array_key_first($differences)),
            $this->swaps->sums->unrounded($usual),
            $this->swaps->sums->unrounded(array_key_last($differences)),
            $count,
        );
    }
}
