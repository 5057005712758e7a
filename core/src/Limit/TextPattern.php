<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * A pattern as in the HTML pattern attribute: a regular expression of ECMAScript, by Unicode code points,
 * anchored at both ends. It is matched by PCRE, so what the two read differently is written out.
 */
final class TextPattern
{
    /** Members of ECMAScript's classes: \d and \w are of ASCII, \s is Unicode white space and the byte order mark. */
    private const MEMBERS = [
        'd' => '0-9',
        'w' => '0-9A-Z_a-z',
        's' => '\t\n\x0B\f\r \x{A0}\x{1680}\x{2000}-\x{200A}\x{2028}\x{2029}\x{202F}\x{205F}\x{3000}\x{FEFF}',
    ];

    /** What \D, \W and \S hold, for use among other members of a class. */
    private const OTHERS = [
        'D' => '\x00-\x2F\x3A-\x{10FFFF}',
        'W' => '\x00-\x2F\x3A-\x40\x5B-\x5E\x60\x7B-\x{10FFFF}',
        'S' => '\x00-\x08\x0E-\x1F\x21-\x{9F}\x{A1}-\x{167F}\x{1681}-\x{1FFF}\x{200B}-\x{2027}\x{202A}-\x{202E}\x{2030}-\x{205E}\x{2060}-\x{2FFF}\x{3001}-\x{FEFE}\x{FF00}-\x{10FFFF}',
    ];

    public static function compiles(string $pattern): bool
    {
        return false !== @preg_match(self::translated($pattern), '');
    }

    /** False also where the text is too hard for the pattern (a match that would take too long). */
    public static function matches(string $pattern, string $text): bool
    {
        return 1 === @preg_match(self::translated($pattern), $text);
    }

    private static function translated(string $pattern): string
    {
        $pcre = '';
        $inClass = false;
        // An escape is one piece, so that an escaped bracket opens no class.
        preg_match_all('/\\\\u\{[0-9a-fA-F]{1,6}\}|\\\\u[0-9a-fA-F]{4}|\\\\.|./su', $pattern, $pieces);
        foreach ($pieces[0] as $piece) {
            if ('\\' !== $piece[0]) {
                $inClass = $inClass ? ']' !== $piece : '[' === $piece;
                $pcre .= "\x01" === $piece ? '\\x01' : $piece;
                continue;
            }
            $letter = $piece[1] ?? '';
            $pcre .= match (true) {
                'u' === $letter && strlen($piece) > 2 => '\\x{'.trim(substr($piece, 2), '{}').'}',
                isset(self::MEMBERS[$letter]) => $inClass ? self::MEMBERS[$letter] : '['.self::MEMBERS[$letter].']',
                isset(self::OTHERS[$letter]) => $inClass ? self::OTHERS[$letter] : '['.self::OTHERS[$letter].']',
                'b' === $letter && !$inClass => '(?:(?<=[0-9A-Z_a-z])(?![0-9A-Z_a-z])|(?<![0-9A-Z_a-z])(?=[0-9A-Z_a-z]))',
                'B' === $letter && !$inClass => '(?:(?<=[0-9A-Z_a-z])(?=[0-9A-Z_a-z])|(?<![0-9A-Z_a-z])(?![0-9A-Z_a-z]))',
                'b' === $letter => '\\x08',
                default => $piece,
            };
        }

        return "\x01\\A(?:".$pcre.")\\z\x01Du";
    }
}
