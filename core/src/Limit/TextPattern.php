<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * A pattern as in the HTML pattern attribute: anchored at both ends, by Unicode code points.
 */
final class TextPattern
{
    public static function compiles(string $pattern): bool
    {
        return false !== @preg_match(self::delimited($pattern), '');
    }

    /** False also where the text is too hard for the pattern (a match that would take too long). */
    public static function matches(string $pattern, string $text): bool
    {
        return 1 === @preg_match(self::delimited($pattern), $text);
    }

    private static function delimited(string $pattern): string
    {
        // JavaScript writes \u{1F4A1}, \u00e9 and (?<name>…); PCRE knows the last and writes the first two as \x{…}.
        $pcre = preg_replace(['/\\\\u\{([0-9a-fA-F]+)\}/', '/\\\\u([0-9a-fA-F]{4})/'], '\\x{$1}', $pattern) ?? $pattern;

        return "\x01\\A(?:".str_replace("\x01", '', $pcre).")\\z\x01u";
    }
}
