<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

use Brick\Math\BigDecimal;

/**
 * Decimals as text, without trailing zeros.
 */
final class PlainDecimal
{
    public static function of(BigDecimal $number): string
    {
        return (string) $number->strippedOfTrailingZeros();
    }
}
