<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Formula;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Evaluator;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Formula\Names;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class FormulaTest extends TestCase
{
    /**
     * @return iterable<string, array{string, string}>
     */
    public static function values(): iterable
    {
        foreach (
            [
                '1 + 2 * 3' => '7',
                '(1 + 2) * 3' => '9',
                '10 - 4 - 3' => '3',
                '2 ** 3 ** 2' => '512',
                '-2 ** 2' => '-4',
                '2 ** -1' => '0.5',
                '7 % 3' => '1',
                '-7 % 3' => '-1',
                '7.5 % 2' => '1.5',
                '1 / 3' => '0.33333333333333333333',
                '0.1 + 0.2 == 0.3 ? 1 : 0' => '1',
                'not 1 > 2 ? 5 : 6' => '5',
                '1 < 2 and 2 < 3 ? 1 : 0' => '1',
                '1 > 2 or 2 > 3 ? 1 : 0' => '0',
                'width * length * wood.rate' => '105',
                'gone ?? 4' => '4',
                'gone ?? gone ?? 2 + 1' => '3',
                'wood.grain ?? 1' => '1',
                'filled(width) ? 1 : gone' => '1',
                '1 == 1 or gone > 1 ? 8 : 9' => '8',
                'chars(motto) + files(art) + picks(extras)' => '12',
                'min(3, 1.5, 2)' => '1.5',
                'max(3, 1.5, 2)' => '3',
                'abs(-2.5)' => '2.5',
                'ceil(-1.5)' => '-1',
                'floor(-1.5)' => '-2',
                'round(2.5)' => '3',
                'round(-2.5)' => '-3',
                'round(1.005, 2)' => '1.01',
                'round(1250, -2)' => '1300',
                'base + quantity' => '52',
                'to(width, "cm")' => '1',
                'to(width, "m")' => '0.01',
                'to(width, "in")' => '0.39370078740157480315',
                'to(gone, "m") ?? 6' => '6',
                '1 ? 2 : 3' => '!not-a-number',
                '1 + (2 > 1)' => '!not-a-number',
                'gone' => '!unanswered',
                'gone + 1 ?? 2' => '!unanswered',
                '1 / (width - 10)' => '!division-by-zero',
                '5 % 0' => '!division-by-zero',
                'nowhere * 2' => '!unknown-name',
                '9 ** 9 ** 9' => '!too-large',
                '(9 ** 100) ** 100' => '!too-large',
                '2 ** 0.5' => '!too-large',
                '2 ** 100' => '1267650600228229401496703205376',
                '2 ** 101' => '!too-large',
                '2 ** -101' => '!too-large',
                '1 ** 101' => '!too-large',
                '0 ** -1' => '!division-by-zero',
            ]
            as $expression => $value
        ) {
            yield $expression => [$expression, $value];
        }
    }

    #[DataProvider('values')]
    public function testValues(string $expression, string $value): void
    {
        try {
            $found = (string) (new Evaluator(self::names()))
                ->value(Formula::parse($expression))
                ->strippedOfTrailingZeros()
                ->toScale(max(0, strlen((string) strrchr($value, '.')) - 1));
        } catch (FormulaError $e) {
            $found = '!' . $e->reason;
        }
        self::assertSame($value, $found);
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function unreadable(): iterable
    {
        yield 'too long' => [str_repeat('1+', 50_000) . '1', FormulaError::SIZE];
        yield 'too many parts' => [str_repeat('1+', 9_000) . '1', FormulaError::SIZE];
        yield 'too deep' => [str_repeat('-', 1_000) . '1', FormulaError::SIZE];
        yield 'a deep choice' => [str_repeat('1==1?', 500) . '1' . str_repeat(':1', 500), FormulaError::SIZE];
        yield 'nothing' => ['', FormulaError::SYNTAX];
        yield 'two numbers' => ['1 2', FormulaError::SYNTAX];
        yield 'an assignment' => ['a = 1', FormulaError::SYNTAX];
        yield 'a function of PHP' => ['exec(1)', FormulaError::SYNTAX];
        yield 'a constant of PHP' => ['\\PHP_VERSION', FormulaError::SYNTAX];
        yield 'a text' => ['"a" + 1', FormulaError::SYNTAX];
        yield 'too few values' => ['min()', FormulaError::SYNTAX];
        yield 'too many values' => ['abs(1, 2)', FormulaError::SYNTAX];
        yield 'an unknown unit' => ['to(width, "ell")', FormulaError::SYNTAX];
        yield 'an exponent' => ['1e9', FormulaError::SYNTAX];
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoFormula(string $expression, string $reason): void
    {
        try {
            Formula::parse($expression);
        } catch (FormulaError $e) {
            self::assertSame($reason, $e->reason, $e->getMessage());

            return;
        }
        self::fail('It was read.');
    }

    private static function names(): Names
    {
        return new class implements Names {
            public function number(string $name): ?BigDecimal
            {
                return match ($name) {
                    'width' => BigDecimal::of(10),
                    'length' => BigDecimal::of('3'),
                    'wood.rate' => BigDecimal::of('3.5'),
                    'base' => BigDecimal::of(50),
                    'quantity' => BigDecimal::of(2),
                    'gone', 'wood.grain' => null,
                    default => throw new FormulaError(FormulaError::UNKNOWN, 'unknown', $name),
                };
            }

            public function characters(string $option): int
            {
                return 7;
            }

            public function files(string $option): int
            {
                return 2;
            }

            public function picks(string $option): int
            {
                return 3;
            }

            public function isFilled(string $option): bool
            {
                return 'gone' !== $option;
            }

            public function unit(string $option): string
            {
                return 'mm';
            }
        };
    }
}
