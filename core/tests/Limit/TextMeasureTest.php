<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Ithrel\Core\Limit\TextMeasure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TextMeasureTest extends TestCase
{
    /**
     * Grapheme clusters: the samples of Unicode Standard Annex 29 (table 1a and the rules GB3 to GB13), written from
     * memory. UTF-16 code units: the HTML standard's "length" of a string; code points and bytes follow from UTF-8.
     *
     * @return iterable<string, array{string, int, int, int, int}> text, utf16, codepoints, graphemes, bytes
     */
    public static function samples(): iterable
    {
        yield 'Latin g with combining diaeresis' => ["g\u{0308}", 2, 2, 1, 3];
        yield 'Hangul gag as one syllable' => ["\u{AC01}", 1, 1, 1, 3];
        yield 'Hangul gag as three jamo (GB6, GB7)' => ["\u{1100}\u{1161}\u{11A8}", 3, 3, 1, 9];
        yield 'Thai ko kai' => ["\u{0E01}", 1, 1, 1, 3];
        yield 'Tamil ni (GB9a)' => ["\u{0BA8}\u{0BBF}", 2, 2, 1, 6];
        yield 'Devanagari ssi (GB9a)' => ["\u{0937}\u{093F}", 2, 2, 1, 6];
        yield 'Slovak ch digraph is two' => ['ch', 2, 2, 2, 2];
        yield 'family of four, joined (GB11)' => [
            "\u{1F469}\u{200D}\u{1F469}\u{200D}\u{1F467}\u{200D}\u{1F466}",
            11,
            7,
            1,
            25,
        ];
        yield 'thumbs up, dark skin (GB9)' => ["\u{1F44D}\u{1F3FF}", 4, 2, 1, 8];
        yield 'two flags (GB12, GB13)' => ["\u{1F1E9}\u{1F1EA}\u{1F1EB}\u{1F1F7}", 8, 4, 2, 16];
        yield 'keycap' => ["1\u{FE0F}\u{20E3}", 3, 3, 1, 7];
        yield 'light bulb' => ["\u{1F4A1}", 2, 1, 1, 4];
        yield 'precomposed' => ["\u{00E9}", 1, 1, 1, 2];
        yield 'line break of Windows counts one' => ["a\r\nb", 3, 3, 3, 3];
        yield 'lone carriage return counts one' => ["a\rb", 3, 3, 3, 3];
        yield 'empty' => ['', 0, 0, 0, 0];
    }

    #[DataProvider('samples')]
    public function testLengths(string $text, int $utf16, int $codepoints, int $graphemes, int $bytes): void
    {
        self::assertSame(
            [$utf16, $codepoints, $graphemes, $bytes],
            [
                TextMeasure::length($text, 'utf16'),
                TextMeasure::length($text, 'codepoints'),
                TextMeasure::length($text, 'graphemes'),
                TextMeasure::length($text, 'bytes'),
            ],
        );
    }

    public function testBlankIsUnicodeWhiteSpace(): void
    {
        self::assertTrue(TextMeasure::isBlank(" \t\r\n\u{00A0}\u{2003}\u{3000}"));
        self::assertFalse(TextMeasure::isBlank("\u{200B}"), 'A zero width space is no White_Space.');
        self::assertSame('ForAda', TextMeasure::withoutSpaces("For \u{00A0}Ada\n"));
    }

    public function testLines(): void
    {
        self::assertSame(
            [1, 2, 3],
            [TextMeasure::lines('a'), TextMeasure::lines("a\r\nb"), TextMeasure::lines("a\rb\n")],
        );
    }

    public function testAllowedCharacters(): void
    {
        self::assertNull(TextMeasure::firstForbidden("Ada © №1\n", 'no-emoji'));
        self::assertSame("\u{1F4A1}", TextMeasure::firstForbidden("Licht \u{1F4A1}", 'no-emoji'));
        self::assertSame(
            "\u{20E3}",
            TextMeasure::firstForbidden("1\u{20E3}", 'no-emoji'),
            'A keycap, with its variation selector or without.',
        );
        self::assertSame("\u{20E3}", TextMeasure::firstForbidden("1\u{FE0F}\u{20E3}", 'no-emoji'));
        self::assertSame("\u{2764}\u{FE0F}", TextMeasure::firstForbidden("For \u{2764}\u{FE0F}", 'no-emoji'));
        self::assertNull(TextMeasure::firstForbidden("Zoe\u{0308}", 'letters'));
        self::assertNull(TextMeasure::firstForbidden("Zoë\u{0308}", 'letters'));
        self::assertSame(
            "\u{0308}",
            TextMeasure::firstForbidden("\u{0308}oe", 'letters'),
            'A mark belongs to a letter before it.',
        );
        self::assertSame("\u{0301}", TextMeasure::firstForbidden("7\u{0301}", 'letters-digits'));
        self::assertSame("\u{0664}", TextMeasure::firstForbidden("\u{0664}2", 'letters-digits'), 'Digits are 0 to 9.');
        self::assertSame("\u{0664}", TextMeasure::firstForbidden("\u{0664}", 'digits'));
        self::assertSame(
            [' ', "\n"],
            [TextMeasure::firstForbidden('Ada L', 'letters'), TextMeasure::firstForbidden("A\nb", 'letters-digits')],
        );
        self::assertSame('1', TextMeasure::firstForbidden('Ada1', 'letters'));
        self::assertSame('-', TextMeasure::firstForbidden('12-3', 'digits'));
        self::assertNull(TextMeasure::firstForbidden('Ada1', 'letters-digits'));
        self::assertSame('ë', TextMeasure::firstForbidden('Zoë', 'basic-latin'));
    }
}
