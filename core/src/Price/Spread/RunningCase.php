<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * Which percentages of the running total are active together. Where they are known, the price is a sum again: an amount
 * counts as often as the percentages after it make of it, and the percentages themselves add nothing.
 */
final readonly class RunningCase
{
    /** The place of the base among the amounts. */
    public const BASE = '';

    /**
     * @param array<string, BigDecimal> $factors place of an amount => what it is multiplied by
     * @param array<string, true> $settled places of the percentages that are counted in by the factors
     * @param list<array{int, bool}> $guards propositions, and whether each holds in this case
     * @param array<string, int> $segments place of an amount => active percentages before it
     * @param list<BigDecimal> $rates of the active percentages, in their order
     * @param bool $isChange whether only what amounts count more than in another case is summed up
     */
    public function __construct(
        private array $factors,
        private array $settled,
        public array $guards,
        private array $segments,
        public array $rates,
        public bool $isChange = false,
    ) {}

    /** The case of a setup without such percentages. */
    public static function plain(): self
    {
        return new self([], [], [], [], []);
    }

    public function counts(BigDecimal $amount, string $at): BigDecimal
    {
        return isset($this->factors[$at]) ? $amount->multipliedBy($this->factors[$at]) : $amount;
    }

    /** How many percentages are taken before an amount is added. */
    public function segment(string $at): int
    {
        return $this->segments[$at] ?? 0;
    }

    /** Whether some amount counts anything. */
    public function countsSomething(): bool
    {
        foreach ($this->factors as $factor) {
            if (!$factor->isZero()) {
                return true;
            }
        }

        return false;
    }

    public function settles(string $at): bool
    {
        return isset($this->settled[$at]);
    }

    /** What an amount that stays counts more here than in another case. */
    public function minus(self $other): self
    {
        $one = BigDecimal::one();
        $factors = [];
        foreach ($this->factors as $at => $factor) {
            $factors[$at] = $factor->minus($other->factors[$at] ?? $one);
        }

        return new self($factors, $this->settled, $this->guards, [], [], true);
    }
}
