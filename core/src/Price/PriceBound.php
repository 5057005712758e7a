<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FixedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Charge\ReplaceCharge;
use Ithrel\Core\Setup\Charge\TierCharge;
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
            if ($charge instanceof ReplaceCharge) {
                $bases[] = $charge->amount;
            }
        }
        $most = BigDecimal::max(...$bases);
        foreach ($charges as $charge) {
            $own = self::least($charge, $most);
            if (null === $own) {
                return false;
            }
            $least = $least->plus($own);
        }
        // Each amount can be rounded down by a minor unit.
        $rounded = BigDecimal::ofUnscaledValue(count($charges) + 2, $setup->currency->minorUnits);

        return BigDecimal::min(...$bases)->plus($least)->minus($amount)->isGreaterThan($rounded);
    }

    /** The least that a charge adds, at most nothing; null where that is not seen at once. */
    private static function least(Charge $charge, BigDecimal $base): ?BigDecimal
    {
        $amount = match (true) {
            $charge instanceof FixedCharge => $charge->amount,
            $charge instanceof CountedCharge => $charge->amount->isNegative() ? null : BigDecimal::zero(),
            $charge instanceof PercentCharge => self::share($charge, $base),
            $charge instanceof FormulaCharge => $charge->min,
            $charge instanceof ReplaceCharge => BigDecimal::zero(),
            $charge instanceof TierCharge => self::leastOf($charge, $base),
        };

        return null === $amount ? null : BigDecimal::min($amount, 0);
    }

    private static function leastOf(TierCharge $charge, BigDecimal $base): ?BigDecimal
    {
        $least = BigDecimal::zero();
        foreach ($charge->steps as $step) {
            $amount = self::least($step, $base);
            if (null === $amount) {
                return null;
            }
            $least = BigDecimal::min($least, $amount);
        }

        return $least;
    }

    private static function share(PercentCharge $charge, BigDecimal $base): ?BigDecimal
    {
        $of = $charge->level ?? $base;

        return $charge->ofRunning || $of->isNegative() ? null : $of->multipliedBy($charge->rate)->multipliedBy('0.01');
    }
}
