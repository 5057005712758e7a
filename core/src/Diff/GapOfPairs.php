<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Spread\Sums;

/**
 * Both sums are carried, and each is rounded as its setup says before they are compared.
 */
final readonly class GapOfPairs implements PriceGap
{
    public function __construct(private Sums $base, private Sums $other) {}

    public function of(int $base, int $other): string
    {
        return $base . ' ' . $other;
    }

    public function plus(string $a, string $b): string
    {
        [$c, $d] = [self::sums($a), self::sums($b)];

        return Sums::plus($c[0], $d[0]) . ' ' . Sums::plus($c[1], $d[1]);
    }

    public function isSame(string $gap): bool
    {
        [$base, $other] = $this->totals($gap);

        return null === $base || null === $other ? $base === $other : $base->isEqualTo($other);
    }

    public function change(string $gap): ?BigDecimal
    {
        [$base, $other] = $this->totals($gap);

        return null === $base || null === $other ? null : $base->minus($other);
    }

    /**
     * @return array{?BigDecimal, ?BigDecimal}
     */
    private function totals(string $gap): array
    {
        [$base, $other] = self::sums($gap);

        return [$this->base->total($base), $this->other->total($other)];
    }

    /**
     * @return array{int, int}
     */
    private static function sums(string $gap): array
    {
        [$base, $other] = explode(' ', $gap);

        return [(int) $base, (int) $other];
    }
}
