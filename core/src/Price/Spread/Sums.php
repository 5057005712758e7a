<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Setup\Setup;

/**
 * Amounts as whole numbers that can be added fast: in units of 10^-8 of the currency, up to 10^9 of it.
 *
 * Where lines are charged beside the pieces, both are one sum: pieces times quantity, and what is charged once.
 * That is the total only as long as no piece has to be rounded.
 */
final readonly class Sums
{
    /** Stands for "has no price": whatever is added to it. */
    public const NONE = PHP_INT_MIN;

    private const PLACES = 8;
    private const MOST = '1000000000';

    /**
     * @param bool $unit     whether unit prices are summed up, else totals
     * @param int  $quantity pieces
     * @param bool $joined   whether something is charged beside the pieces
     */
    public function __construct(private Setup $setup, public bool $unit, public int $quantity, private bool $joined)
    {
    }

    /**
     * @throws NotExact
     */
    public function ofPiece(BigDecimal $amount): int
    {
        if (!$this->joined) {
            return $this->whole($amount);
        }
        if ($amount->strippedOfTrailingZeros()->getScale() > $this->setup->currency->minorUnits) {
            throw new NotExact('amounts that have to be rounded stand beside charges once a line');
        }

        return $this->whole($amount->multipliedBy($this->quantity));
    }

    /**
     * @throws NotExact
     */
    public function ofLine(BigDecimal $amount): int
    {
        return $this->unit ? 0 : $this->whole($amount);
    }

    /** The unit price or the total that a sum stands for; null where there is none. */
    public function total(int $sum): ?BigDecimal
    {
        if (self::NONE === $sum) {
            return null;
        }
        $amount = BigDecimal::ofUnscaledValue($sum, self::PLACES);
        if ($this->joined) {
            return $this->setup->rounded($amount);
        }
        if ($this->unit) {
            return $this->setup->rounded($amount);
        }

        return 'line' === $this->setup->rounding->at
            ? $this->setup->rounded($amount->multipliedBy($this->quantity))
            : $this->setup->rounded($amount)->multipliedBy($this->quantity);
    }

    public static function plus(int $a, int $b): int
    {
        return self::NONE === $a || self::NONE === $b ? self::NONE : $a + $b;
    }

    private function whole(BigDecimal $amount): int
    {
        if ($amount->abs()->isGreaterThan(self::MOST)) {
            throw new NotExact('an amount is above 1 000 000 000');
        }
        if ($amount->strippedOfTrailingZeros()->getScale() > self::PLACES) {
            throw new NotExact('an amount has more than 8 decimals');
        }

        return $amount->toScale(self::PLACES, RoundingMode::Unnecessary)->getUnscaledValue()->toInt();
    }
}
