<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Codes out of labels, and labels that mean the same.
 */
final class Names
{
    private static ?\Transliterator $toLatin = null;

    /** A label without the mark that says that an answer is required. */
    public static function withoutMark(string $label): string
    {
        return trim((string) preg_replace('/\s*\*+\s*:?\s*$/u', '', $label));
    }

    public static function isMarked(string $label): bool
    {
        return 1 === preg_match('/\*+\s*:?\s*$/u', $label);
    }

    /**
     * ICU's Latin-ASCII of a label, lower case, underscores for all else, numbered where it is there already.
     *
     * @param array<string, int> $taken codes given so far, with the highest number given to one; the new one is added
     * @param bool $ofOption whether it has to begin with a letter
     */
    public static function code(string $label, array &$taken, bool $ofOption): string
    {
        self::$toLatin ??= \Transliterator::create('Any-Latin; Latin-ASCII');
        $latin = self::$toLatin?->transliterate($label);
        $code = trim((string) preg_replace('/[^a-z0-9]+/', '_', strtolower(is_string($latin) ? $latin : $label)), '_');
        if ('' === $code || ($ofOption && !ctype_alpha($code[0]))) {
            $code = ($ofOption ? 'option' : 'value') . ('' === $code ? '' : '_' . $code);
        }
        $own = $code;
        while (isset($taken[$own])) {
            $own = $code . '_' . ++$taken[$code];
        }
        $taken[$own] = 1;

        return $own;
    }
}
