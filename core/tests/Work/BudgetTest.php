<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Work;

use Ithrel\Core\Work\Budget;
use Ithrel\Core\Work\OutOfBudget;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class BudgetTest extends TestCase
{
    /** Nanoseconds of the clock that is handed in; each look at it takes a millisecond. */
    private int $now = 0;

    private function budget(int $milliseconds, int $bytes = PHP_INT_MAX, ?\Closure $watch = null): Budget
    {
        return new Budget(fn(): int => ($this->now += 1_000_000), $milliseconds, $bytes, $watch);
    }

    public function testWhereNoneIsSetNothingEnds(): void
    {
        Budget::ask(PHP_INT_MAX);
        Budget::ask();
        self::assertTrue(Budget::half(static fn() => Budget::ask()));
        self::assertFalse(Budget::isNearlySpent());
    }

    public function testWorkGoesOnUntilItsTimeIsSpentAndEndsWhereItAsks(): void
    {
        $rounds = 0;
        try {
            $this->budget(100)->run(static function () use (&$rounds): void {
                while (true) {
                    ++$rounds;
                    Budget::ask();
                }
            });
            self::fail('It ends.');
        } catch (OutOfBudget $e) {
            self::assertTrue($e->isOfTime);
            self::assertSame('it takes longer than 0.1 seconds', $e->getMessage());
        }
        self::assertSame(1 + 99 * 64, $rounds, 'Looked at the clock once in 64 steps.');
        self::assertSame(7, $this->budget(1)->run(static fn(): int => 7));
    }

    public function testMemoryIsNamedWhereItWasMemory(): void
    {
        $this->expectExceptionMessage('it takes more than 1 MB of memory');
        $this->budget(1_000, 1_000_000)->run(static function (): void {
            $all = [];
            while (true) {
                $all[] = str_repeat('x', 1_000);
                Budget::ask();
            }
        });
    }

    #[TestDox('an inner budget is caught by who set it, an outer one goes through')]
    public function testBudgetsWithinOneAnother(): void
    {
        $endless = static function (): never {
            while (true) {
                Budget::ask();
            }
        };
        $inner = $this->budget(10);
        $said = $this->budget(100)->run(static function () use ($inner, $endless): string {
            try {
                $inner->run($endless);
            } catch (OutOfBudget $e) {
                return $e->budget === $inner ? 'inner' : 'outer';
            }
        });
        self::assertSame('inner', $said);

        $outer = $this->budget(10);
        $long = $this->budget(1_000);
        try {
            $outer->run(static fn() => $long->run($endless));
        } catch (OutOfBudget $e) {
            self::assertSame($outer, $e->budget);
        }
        // What comes after a budget is not held to it.
        for ($i = 0; $i < 1_000_000; ++$i) {
            Budget::ask();
        }
    }

    public function testAPartThatDoesNotEndIsBrokenOffAndTheNextHasItsTurn(): void
    {
        $done = [];
        $this->budget(1_000)->run(static function () use (&$done): void {
            $endless = static function (): void {
                while (true) {
                    Budget::ask();
                }
            };
            $done[] = Budget::half($endless);
            $done[] = Budget::half(static fn() => Budget::ask());
            $done[] = Budget::half($endless);
            $done[] = Budget::isNearlySpent();
        });
        self::assertSame([false, true, false, true], $done);
    }

    public function testNothingIsBegunWhenNothingIsLeft(): void
    {
        $this->budget(2)->run(function (): void {
            $this->now += 10_000_000;
            self::assertFalse(Budget::half(static fn() => self::fail('It was begun.')));
        });
    }

    public function testWhoWatchesIsToldEveryHalfSecondAndCanEndIt(): void
    {
        $told = [];
        try {
            $this->budget(100_000, PHP_INT_MAX, static function (int $steps) use (&$told): void {
                $told[] = $steps;
                if (3 === count($told)) {
                    throw new \DomainException('It is stopped.');
                }
            })->run(static function (): void {
                while (true) {
                    Budget::ask();
                }
            });
            self::fail('It is stopped.');
        } catch (\DomainException) {
            self::assertCount(3, $told);
            self::assertGreaterThan($told[0], $told[1]);
        }
    }
}
