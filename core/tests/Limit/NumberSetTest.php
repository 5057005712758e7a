<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Limit\Type\NumberType;
use PHPUnit\Framework\TestCase;

final class NumberSetTest extends TestCase
{
    public function testStepCountsFromMin(): void
    {
        $set = self::set('22', '100', '7');
        self::assertNull($set->first(BigDecimal::of(100), true, null, true), '22 + 7k misses 100');
        self::assertSame('99', (string) $set->first(BigDecimal::of(98), true, null, true));
        self::assertTrue($set->contains(BigDecimal::of('29.0')));
        self::assertFalse($set->contains(BigDecimal::of('30')));
    }

    public function testStepAndDecimalsTogether(): void
    {
        // 0.25 + 0.5k never has one decimal or none.
        self::assertTrue(self::set('0.25', null, '0.5', 1)->isEmpty());
        // 0 + 0.35k with one decimal: every second step, 0.7.
        self::assertSame(
            '0.70',
            (string) self::set('0', null, '0.35', 1)->first(BigDecimal::zero(), false, null, true),
        );
    }

    public function testRangesWithoutStep(): void
    {
        self::assertTrue(self::set('5', '4')->isEmpty());
        self::assertFalse(self::set('5', '5')->isEmpty());
        self::assertSame(
            '1.5',
            (string) self::set(null, null)->first(BigDecimal::of(1), false, BigDecimal::of(2), false),
        );
        self::assertTrue(self::set('1.01', '1.09', null, 1)->isEmpty());
    }

    /**
     * Whatever the limits: the member found is permitted by the plain reading, and none below it is.
     */
    public function testAgainstThePlainReading(): void
    {
        mt_srand(20261124);
        for ($i = 0; $i < 400; ++$i) {
            $limits = [
                (string) mt_rand(-9, 9),
                (string) mt_rand(0, 30),
                0 === mt_rand(0, 1) ? null : ['0.3', '1', '2.5', '7', '0.04'][mt_rand(0, 4)],
                mt_rand(0, 2),
            ];
            $from = BigDecimal::of(mt_rand(-100, 300))->dividedBy(10, 1);
            $found = self::set(...$limits)->first($from, true, null, true);
            $plain = null;
            for ($x = $from->multipliedBy(100)->toInt(); $x <= 3000 && null === $plain; ++$x) {
                if (self::permits($x, ...$limits)) {
                    $plain = $x;
                }
            }
            self::assertSame(
                $plain,
                $found?->multipliedBy(100)->toScale(0)->toInt(),
                json_encode([$limits, (string) $from], JSON_THROW_ON_ERROR),
            );
        }
    }

    /**
     * In hundredths, on whole numbers.
     */
    private static function permits(int $x, string $min, string $max, ?string $step, int $decimals): bool
    {
        return $x >= 100 * (int) $min &&
            $x <= 100 * (int) $max &&
            (null === $step || 0 === ($x - 100 * (int) $min) % (int) round(100 * (float) $step)) &&
            0 === $x % 10 ** (2 - $decimals);
    }

    private static function set(?string $min, ?string $max, ?string $step = null, ?int $decimals = null): NumberSet
    {
        $of = static fn(?string $x): ?BigDecimal => null === $x ? null : BigDecimal::of($x);

        return NumberSet::of(new NumberType($of($min), $of($max), $of($step), $decimals));
    }
}
