<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Spread\Sums;

/**
 * Only the difference is carried: right as long as no amount has to be rounded, and short, as most decisions add the
 * same on both sides: "=12". "b", "o" and "n" stand for: only base, only the other, neither has a price.
 */
final readonly class GapOfDifferences implements PriceGap
{
    /**
     * @param int $places decimals of the sums, the same on both sides
     * @param int $minor decimals of the currency
     */
    public function __construct(private int $places, private int $minor) {}

    public function of(int $base, int $other): string
    {
        $noughts = str_repeat('0', max(0, $this->places - $this->minor));
        foreach ([$base, $other] as $sum) {
            if (Sums::NONE !== $sum && 0 !== $sum && !str_ends_with((string) $sum, $noughts)) {
                throw new OffGrid();
            }
        }

        return match (true) {
            Sums::NONE === $base => Sums::NONE === $other ? 'n' : 'o',
            Sums::NONE === $other => 'b',
            default => '=' . ($base - $other),
        };
    }

    public function plus(string $a, string $b): string
    {
        $known = static fn(string $gap): array => [
            !in_array($gap, ['o', 'n'], true),
            !in_array($gap, ['b', 'n'], true),
        ];
        if (ctype_alpha($a) || ctype_alpha($b)) {
            [$base, $other] = [$known($a)[0] && $known($b)[0], $known($a)[1] && $known($b)[1]];

            return $base ? 'b' : ($other ? 'o' : 'n');
        }

        return '=' . ((int) substr($a, 1) + (int) substr($b, 1));
    }

    public function isSame(string $gap): bool
    {
        return '=0' === $gap || 'n' === $gap;
    }

    public function change(string $gap): ?BigDecimal
    {
        return ctype_alpha($gap) ? null : BigDecimal::ofUnscaledValue(substr($gap, 1), $this->places);
    }
}
