<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Reach\Reach;

/**
 * Chooses how the totals of a setup are worked out.
 */
final class AllTotals
{
    /**
     * @param bool $unit whether unit prices are looked at, else totals with what is charged
     *                   once a line
     * @param bool $most whether each combination counts with the inputs that make it dearest
     * @param array<int, array<int, true>> $pins cell => letters that are let through; cells not named are free
     *
     * @throws NotExact where they can neither be added up nor are few enough to be priced one by one
     */
    public static function of(Reach $reach, bool $unit, int $quantity, bool $most, array $pins = []): Totals
    {
        try {
            return self::exact($reach, $unit, $quantity, $most, $pins);
        } catch (NotExact $e) {
            if (gmp_cmp($reach->selectable(), OneByOne::MOST) > 0) {
                throw $e;
            }

            return new OneByOne($reach, $unit, $quantity, $most, $pins);
        }
    }

    /**
     * The lowest total, where it can be told without adding up all of them and every combination has a price; else
     * null.
     *
     * @param bool $unit whether unit prices are looked at, else totals with what is charged once a line
     */
    public static function least(Reach $reach, bool $unit, int $quantity): ?BigDecimal
    {
        try {
            $running = new RunningPercents($reach->board, $quantity);
            $cases = $running->cases();

            return 1 === count($cases)
                ? SumForm::first(
                    !$unit && PriceParts::isJoined($reach->board),
                    $running->areRounded(),
                    static fn(SumForm $form): ?BigDecimal => Spread::least(
                        $reach,
                        $unit,
                        $quantity,
                        false,
                        $cases[0],
                        $form,
                    ),
                )
                : null;
        } catch (NotExact) {
            return null;
        }
    }

    /**
     * What all come to, added up, however many combinations there are.
     *
     * @param array<int, array<int, true>> $pins see of()
     *
     * @throws NotExact
     */
    public static function exact(Reach $reach, bool $unit, int $quantity, bool $most, array $pins = []): Totals
    {
        $running = new RunningPercents($reach->board, $quantity);
        $cases = $running->cases();

        return SumForm::first(
            !$unit && PriceParts::isJoined($reach->board),
            $running->areRounded(),
            static fn(SumForm $form): Totals => 1 === count($cases)
                ? Spread::of($reach, $unit, $quantity, $most, $pins, $cases[0], $form)
                : new CaseTotals($reach, $unit, $quantity, $most, $pins, $running, $form),
        );
    }
}
