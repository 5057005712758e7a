<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Store;

use Ithrel\App\Store\RisingId;
use PHPUnit\Framework\TestCase;
use Symfony\Component\Uid\Ulid;

final class RisingIdTest extends TestCase
{
    public function testAClockThatIsSetBackDoesNotTurnTheOrder(): void
    {
        for ($ms = 0; $ms < 1_000; ++$ms) {
            $later = Ulid::generate(new \DateTimeImmutable(sprintf('+3 days %d milliseconds', $ms)));
            $next = RisingId::after($later);
            self::assertLessThan(0, strcmp($later, $next));
            self::assertLessThan(0, strcmp($next, RisingId::after($next)));
        }
    }

    public function testOtherwiseItIsOfNow(): void
    {
        $before = Ulid::generate(new \DateTimeImmutable('-1 hour'));
        foreach ([null, $before] as $last) {
            self::assertEqualsWithDelta(
                time(),
                (int) Ulid::fromString(RisingId::after($last))->getDateTime()->format('U'),
                5.0,
            );
        }
    }
}
