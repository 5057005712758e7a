<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Currency;

/**
 * Amounts of money as text.
 */
final class Amount
{
    /** With at least the minor units of the currency. */
    public static function text(BigDecimal $amount, Currency $currency): string
    {
        $short = $amount->strippedOfTrailingZeros();

        return (string) ($short->getScale() < $currency->minorUnits ? $short->toScale($currency->minorUnits) : $short);
    }
}
