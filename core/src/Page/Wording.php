<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Draft\LabelCharge;

/**
 * How alike what a page says is to what a setup says.
 */
final class Wording
{
    /** Without letter case, needless blanks, and a mark of required. */
    public static function plain(string $text): string
    {
        return PriceSheet::plain($text);
    }

    /** A value's label without a charge that is written into it. */
    public static function withoutCharge(string $label): string
    {
        return LabelCharge::in($label)->name ?? $label;
    }

    public static function isSame(string $a, string $b): bool
    {
        return self::plain($a) === self::plain($b) ||
            self::plain(self::withoutCharge($a)) === self::plain(self::withoutCharge($b));
    }

    /** From 0, nothing in common, to 100, the same. */
    public static function likeness(string $a, string $b): int
    {
        [$a, $b] = [self::plain($a), self::plain($b)];
        if ('' === $a || '' === $b) {
            return 0;
        }
        if ($a === $b) {
            return 100;
        }
        $short = static fn(string $text): string => trim((string) preg_replace('/\s*[\(\[].*?[\)\]]\s*/u', ' ', $text));
        if ($short($a) === $short($b) && '' !== $short($a)) {
            return 95;
        }
        if (str_starts_with($a, $b . ' ') || str_starts_with($b, $a . ' ')) {
            return 80;
        }
        $words = static fn(string $text): array => array_unique(
            1 > preg_match_all('/[\p{L}\p{N}]+/u', $text, $m) ? [] : $m[0],
        );
        $common = count(array_intersect($words($a), $words($b)));
        $all = count(array_unique([...$words($a), ...$words($b)]));

        return 0 === $all ? 0 : intdiv(75 * $common, $all);
    }
}
