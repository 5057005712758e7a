<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * Codes out of labels, and labels that mean the same.
 */
final class Names
{
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
     * @param array<string, true> $taken codes given so far; the new one is added
     * @param bool $ofOption whether it has to begin with a letter
     */
    public static function code(string $label, array &$taken, bool $ofOption): string
    {
        $latin = \Transliterator::create('Any-Latin; Latin-ASCII')?->transliterate($label);
        $code = trim((string) preg_replace('/[^a-z0-9]+/', '_', strtolower(is_string($latin) ? $latin : $label)), '_');
        if ('' === $code || ($ofOption && !ctype_alpha($code[0]))) {
            $code = ($ofOption ? 'option' : 'value') . ('' === $code ? '' : '_' . $code);
        }
        $own = $code;
        for ($n = 2; isset($taken[$own]); ++$n) {
            $own = $code . '_' . $n;
        }
        $taken[$own] = true;

        return $own;
    }
}
