<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Rehearsal;

use Ithrel\App\Rehearsal\TimeForPlan;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;

final class TimeForPlanTest extends TestCase
{
    #[TestDox('a part that does not end is broken off, and the next has its turn')]
    public function testAPartThatDoesNotEnd(): void
    {
        $time = new TimeForPlan(4);
        $done = [];
        self::assertTrue(
            $time->spend(static function () use (&$done): void {
                $done[] = 'first';
            }),
        );
        self::assertFalse(
            $time->spend(static function (): void {
                while (time() > 0) {
                    usleep(1_000);
                }
            }),
        );
        self::assertTrue(
            $time->spend(static function () use (&$done): void {
                $done[] = 'third';
            }),
        );
        self::assertSame(['first', 'third'], $done);
    }

    public function testNothingIsBegunWhenNothingIsLeft(): void
    {
        self::assertFalse((new TimeForPlan(0))->spend(static fn() => self::fail('It was begun.')));
    }
}
