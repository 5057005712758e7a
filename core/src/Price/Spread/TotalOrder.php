<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * The order of totals: without a price before every price, then by the amount.
 */
final class TotalOrder
{
    public static function compare(?BigDecimal $a, ?BigDecimal $b): int
    {
        return null === $a || null === $b ? (int) (null !== $a) <=> (int) (null !== $b) : $a->compareTo($b);
    }

    /**
     * Totals in their order, each once with all that come to it.
     *
     * @param iterable<array{?BigDecimal, \GMP}> $totals in order, each with how many come to it
     *
     * @return list<array{?BigDecimal, \GMP}>
     */
    public static function merged(iterable $totals): array
    {
        $levels = [];
        $current = null;
        foreach ($totals as [$total, $count]) {
            if (null !== $current && 0 !== self::compare($current[0], $total)) {
                $levels[] = $current;
                $current = null;
            }
            $current ??= [$total, gmp_init(0)];
            $current[1] = gmp_add($current[1], $count);
        }

        return null === $current ? $levels : [...$levels, $current];
    }
}
