<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Document;

use Ithrel\Core\Document\RelativeDays;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Setup\Reader;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class RelativeDaysTest extends TestCase
{
    /**
     * @return iterable<array{string, bool}> a limit as the document spells it, and whether it is counted from today
     */
    public static function spellings(): iterable
    {
        yield ['"+3d"', true];
        yield ['"-3d"', true];
        yield ['"+10d"', true];
        yield ['"\u002b10d"', true];
        yield ['"\u002B10d"', true];
        yield ['"+1\u0030d"', true];
        yield ['"+10\u0064"', true];
        yield ['"\u002b\u0031\u0030\u0064"', true];
        yield ['"2030-01-07"', false];
        yield ['"2030-01-0\u0037"', false];
    }

    #[DataProvider('spellings')]
    public function testASpellingIsKnownForWhatItIs(string $spelled, bool $isCounted): void
    {
        $document =
            '{"ithrel":"setup/1","name":"A","currency":"EUR","item":{"sku":"a","name":"A","price":"1"},"options":[' .
            '{"code":"day","label":"Day","kind":"date","latest":' .
            $spelled .
            '}]}';
        self::assertSame($isCounted, RelativeDays::areIn($document));
        // What the reader makes of it on two days says the same.
        $on = static fn(string $today): string => serialize(
            Reader::shipped()->read($document, Today::of($today))->options[0],
        );
        self::assertSame($isCounted, $on('2026-11-25') !== $on('2026-11-26'));
    }

    public function testWordsAreNoDays(): void
    {
        self::assertFalse(RelativeDays::areIn('{"label":"+3 days","sku":"3d","code":"d","note":"a+3d"}'));
    }
}
