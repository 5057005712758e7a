<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Ithrel\Core\Limit\TextMeasure;
use PHPUnit\Framework\TestCase;

/**
 * User-perceived characters against Unicode's own test: GraphemeBreakTest.txt of the Unicode Character Database 15.0,
 * as Debian's package unicode-data ships it. A line reads "÷ 0061 × 0308 ÷ 0062 ÷": ÷ is a boundary, × is none.
 */
final class GraphemeBreakTest extends TestCase
{
    private const FILE = '/usr/share/unicode/auxiliary/GraphemeBreakTest.txt';

    public function testEveryLineOfTheUnicodeTest(): void
    {
        self::assertFileExists(self::FILE, './ithrel test installs it.');
        self::assertSame(
            '15.0',
            implode('.', array_slice(\IntlChar::getUnicodeVersion(), 0, 2)),
            'The ICU at hand is of the version that the file tests.',
        );
        $tried = 0;
        foreach ((array) file(self::FILE) as $n => $line) {
            $rule = trim(explode('#', (string) $line)[0]);
            if ('' === $rule) {
                continue;
            }
            preg_match_all('/[0-9A-F]{4,6}/', $rule, $points);
            $text = implode(
                '',
                array_map(static fn(string $p): string => (string) mb_chr((int) hexdec($p), 'UTF-8'), $points[0]),
            );
            self::assertSame(
                substr_count($rule, '÷') - 1,
                TextMeasure::length($text, 'graphemes'),
                sprintf('Line %d: %s', $n + 1, $rule),
            );
            ++$tried;
        }
        self::assertGreaterThan(600, $tried);
    }
}
