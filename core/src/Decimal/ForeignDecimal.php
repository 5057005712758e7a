<?php

declare(strict_types=1);

namespace Ithrel\Core\Decimal;

use Brick\Math\BigDecimal;

/**
 * Decimals out of text that somebody else wrote: a shop, a person, a spreadsheet. What is read is bounded in digits and
 * has no exponent, so that no text of a few characters can ask for more memory than there is.
 */
final class ForeignDecimal
{
    /** Digits before the point, and after it. */
    public const MOST_DIGITS = 40;

    /** A plain decimal, "-12.50"; null where it is none. */
    public static function plain(string $text): ?BigDecimal
    {
        return 1 === preg_match('/^-?\d{1,' . self::MOST_DIGITS . '}(\.\d{1,' . self::MOST_DIGITS . '})?$/D', $text)
            ? BigDecimal::of($text)
            : null;
    }
}
