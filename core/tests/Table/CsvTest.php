<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Table;

use Ithrel\Core\Table\Csv;
use PHPUnit\Framework\TestCase;

/**
 * CSV as RFC 4180 has it; the examples of its section 2 are written down from memory.
 */
final class CsvTest extends TestCase
{
    public function testExamplesOfTheStandard(): void
    {
        self::assertSame([['aaa', 'bbb', 'ccc'], ['zzz', 'yyy', 'xxx']], Csv::rows("aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n"));
        self::assertSame([['aaa', 'bbb', 'ccc'], ['zzz', 'yyy', 'xxx']], Csv::rows("aaa,bbb,ccc\r\nzzz,yyy,xxx"));
        self::assertSame(
            [['aaa', "b\r\nbb", 'ccc'], ['zzz', 'yyy', 'xxx']],
            Csv::rows("\"aaa\",\"b\r\nbb\",\"ccc\"\r\nzzz,yyy,xxx"),
        );
        self::assertSame([['aaa', 'b"bb', 'ccc']], Csv::rows('"aaa","b""bb","ccc"'));
    }

    public function testWhatSpreadsheetsWrite(): void
    {
        self::assertSame([['a', 'b,c'], ['1', '2']], Csv::rows("a;b,c\n1;2\n"));
        self::assertSame([['a', 'b;c'], ['1', '2']], Csv::rows("a\tb;c\n1\t2\n"));
        self::assertSame([['ä'], ['1']], Csv::rows("\u{FEFF}ä\n1\n\n\n"));
        self::assertSame([['back\\slash', '"']], Csv::rows('back\\slash,""""'));
    }

    public function testWhatIsWrittenIsReadAgain(): void
    {
        $rows = [['plain', 'a,b', 'a"b', "a\r\nb", '', '=1+1'], ['1', '2', '3', '4', '5', '6']];
        self::assertSame($rows, Csv::rows(Csv::text($rows)));
    }

    public function testFormulasAreHarmlessInASpreadsheet(): void
    {
        $cells = ['=cmd|calc', '@x', '-2+3', '-3.00', 'plain', "'quoted'"];
        self::assertSame("'=cmd|calc,'@x,'-2+3,-3.00,plain,'quoted'\r\n", Csv::text([$cells]), 'A number is a number.');
        self::assertSame([$cells], Csv::rows(Csv::text([$cells])), 'What was written so is read as it was.');
    }
}
