<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\SetupCharge;

/**
 * A price that no combination can be below, from its base and every discount together: where it is well above zero,
 * totals need not be counted to know that none is zero or less, or below what it costs.
 */
final class PriceBound
{
    public static function isSurelyAboveZero(Setup $setup): bool
    {
        return self::isSurelyAbove($setup, BigDecimal::zero());
    }

    public static function isSurelyAbove(Setup $setup, BigDecimal $amount): bool
    {
        $charges = array_map(static fn(SetupCharge $c): Charge => $c->charge, $setup->charges);
        $bases = [$setup->item->salePrice ?? $setup->item->price];
        $least = BigDecimal::zero();
        foreach ($setup->options as $option) {
            $charges[] = $option->charge;
            foreach ($option->values as $value) {
                $charges[] = $value->charge;
                $part = $setup->part($value->item);
                if (true === $part?->price->isNegative()) {
                    $least = $least->plus($part->price);
                }
            }
        }
        $charges = array_values(array_filter($charges, static fn(?Charge $c): bool => null !== $c));
        foreach ($setup->variants->rows ?? [] as $row) {
            $price = $row->salePrice ?? $row->price;
            if (null !== $price) {
                $bases[] = $price;
            }
        }
        foreach ($charges as $charge) {
            $base = $charge->setsBase();
            if (null !== $base) {
                $bases[] = $base;
            }
        }
        $most = BigDecimal::max(...$bases);
        foreach ($charges as $charge) {
            $own = $charge->least($most);
            if (null === $own) {
                return false;
            }
            $least = $least->plus(BigDecimal::min($own, 0));
        }
        // Each amount can be rounded down by a minor unit.
        $rounded = BigDecimal::ofUnscaledValue(count($charges) + 2, $setup->currency->minorUnits);

        return BigDecimal::min(...$bases)->plus($least)->minus($amount)->isGreaterThan($rounded);
    }
}
