<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Setup\PackageSize;
use Ithrel\Core\Setup\Setup;

/**
 * What the store pays for a piece, and the package it is sent in.
 */
final readonly class Cost
{
    public function __construct(private Setup $setup, private Stock $stock) {}

    /**
     * Of the row, else of the item; with what the chosen values and the parts inside the line cost. Null: none is
     * given.
     */
    public function of(State $state): ?BigDecimal
    {
        $costs = [$this->stock->row($state)->cost ?? $this->setup->item->cost];
        foreach ($state->answers as $option => $answer) {
            foreach (is_array($answer) ? $answer : [] as $position) {
                $value = $this->setup->options[$option]->values[$position];
                array_push($costs, $value->cost, $value->own ? null : $this->setup->part($value->item)?->cost);
            }
        }
        $costs = self::given($costs);

        return [] === $costs ? null : BigDecimal::sum(...$costs);
    }

    /** The package: that of the row as a whole, else that of the item. */
    public function size(State $state): ?PackageSize
    {
        return $this->stock->row($state)->size ?? $this->setup->item->size;
    }

    /** Where only the item has a cost, each combination costs the same. */
    public static function isOfItemAlone(Setup $setup): bool
    {
        $others = [...array_column($setup->parts, 'cost'), ...array_column($setup->variants->rows ?? [], 'cost')];
        foreach ($setup->options as $option) {
            array_push($others, ...array_column($option->values, 'cost'));
        }

        return [] === self::given($others);
    }

    /** What no combination costs more than; null where no cost is told. */
    public static function most(Setup $setup): ?BigDecimal
    {
        $bases = self::given([$setup->item->cost, ...array_column($setup->variants->rows ?? [], 'cost')]);
        $isTold = [] !== $bases;
        $most = $isTold ? BigDecimal::max(...$bases) : BigDecimal::zero();
        foreach ($setup->options as $option) {
            foreach ($option->values as $value) {
                $costs = self::given([$value->cost, $value->own ? null : $setup->part($value->item)?->cost]);
                $isTold = $isTold || [] !== $costs;
                foreach ($costs as $cost) {
                    $most = $cost->isPositive() ? $most->plus($cost) : $most;
                }
            }
        }

        return $isTold ? $most : null;
    }

    /**
     * @param array<BigDecimal|null> $costs
     *
     * @return list<BigDecimal>
     */
    private static function given(array $costs): array
    {
        return array_values(array_filter($costs, static fn(?BigDecimal $cost): bool => null !== $cost));
    }
}
