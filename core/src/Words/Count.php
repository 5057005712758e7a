<?php

declare(strict_types=1);

namespace Ithrel\Core\Words;

/**
 * A count as it is read in a sentence; the exact one stands in the detail of the finding.
 */
final class Count
{
    /** All digits up to fifteen, in groups of three; beyond that two figures and a power of ten. */
    public static function of(\GMP $count): string
    {
        $digits = gmp_strval($count);
        if (strlen($digits) <= 15) {
            return (string) preg_replace('/\B(?=(\d{3})+(?!\d))/', "\u{2009}", $digits);
        }

        return sprintf(
            '%s.%s × 10%s',
            $digits[0],
            $digits[1],
            strtr((string) (strlen($digits) - 1), ['⁰', '¹', '²', '³', '⁴', '⁵', '⁶', '⁷', '⁸', '⁹']),
        );
    }
}
