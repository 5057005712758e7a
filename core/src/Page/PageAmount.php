<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\WrittenAmount;

/**
 * The one amount in a text that a shop shows: "120.00 EUR", "Now only € 1.234,50", "CHF 12.–".
 */
final class PageAmount
{
    /** Null where there is none, or more than one. */
    public static function in(string $text, int $minorUnits): ?BigDecimal
    {
        $all = self::all($text, $minorUnits);

        return 1 === count($all) ? $all[0] : null;
    }

    /**
     * @return list<BigDecimal>
     */
    public static function all(string $text, int $minorUnits): array
    {
        $text = WrittenAmount::westernDigits($text);
        $money = WrittenAmount::money();
        preg_match_all(
            '/(?<![\p{L}\d.,\-])(?:[+\-−]\s?)?(?:' .
                $money .
                '\s?)?(?:[+\-−]\s?)?\d(?:[\d.,\x{A0}\x{202F}\x{2009}\'’ ]*\d)?(?:[.,][–—-])?(?:\s?' .
                $money .
                '(?!\p{L}))?(?![\d\p{L}])/u',
            $text,
            $m,
        );
        $amounts = [];
        foreach ($m[0] as $found) {
            $read = WrittenAmount::read($found, $minorUnits);
            if (null !== $read && !$read->isPercent) {
                $amounts[] = $read->amount;
            }
        }

        return $amounts;
    }
}
