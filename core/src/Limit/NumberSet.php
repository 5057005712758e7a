<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

use Brick\Math\BigDecimal;
use Brick\Math\BigInteger;
use Brick\Math\RoundingMode;
use Ithrel\Core\Limit\Type\NumberType;

/**
 * The numbers that limits permit: a range, or the members of one arithmetic progression in it.
 *
 * The step counts from min, else from 0 (the HTML standard's step base, without the default value);
 * "decimals" is the most fraction digits. Both together are again one progression or nothing.
 */
final readonly class NumberSet
{
    private function __construct(
        private ?BigDecimal $min,
        private ?BigDecimal $max,
        private ?BigDecimal $base,
        private ?BigDecimal $step,
        private bool $none,
    ) {}

    public static function of(NumberType $limits): self
    {
        $base = $limits->min ?? BigDecimal::zero();
        $step = $limits->step;
        if (null === $limits->decimals) {
            return new self($limits->min, $limits->max, null === $step ? null : $base, $step, false);
        }
        $places = max(0, $limits->decimals);
        if (null === $step) {
            return new self(
                $limits->min,
                $limits->max,
                BigDecimal::zero(),
                BigDecimal::ofUnscaledValue(1, $places),
                false,
            );
        }
        // base + k * step must be a multiple of 10^-places: a linear congruence in k, solved on whole numbers.
        $scale = max($base->getScale(), $step->getScale(), $places);
        $b = $base->toScale($scale)->getUnscaledValue();
        $s = $step->toScale($scale)->getUnscaledValue();
        $modulus = BigInteger::ten()->power(max(0, $scale - $places));
        $gcd = $s->gcd($modulus);
        if (!$b->mod($gcd)->isZero()) {
            return new self($limits->min, $limits->max, null, null, true);
        }
        $m = $modulus->quotient($gcd);
        $k = $m->isEqualTo(1)
            ? BigInteger::zero()
            : $b
                ->negated()
                ->quotient($gcd)
                ->multipliedBy($s->quotient($gcd)->modInverse($m))
                ->mod($m);

        return new self(
            $limits->min,
            $limits->max,
            BigDecimal::ofUnscaledValue($b->plus($k->multipliedBy($s)), $scale),
            BigDecimal::ofUnscaledValue($s->multipliedBy($m), $scale),
            false,
        );
    }

    public function contains(BigDecimal $number): bool
    {
        $found = $this->first($number, true, $number, true);

        return null !== $found;
    }

    /**
     * A permitted number between two bounds, the greatest one where there is a greatest.
     */
    public function last(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn): ?BigDecimal
    {
        $turned = new self(
            $this->max?->negated(),
            $this->min?->negated(),
            $this->base?->negated(),
            $this->step,
            $this->none,
        );

        return $turned->first($high?->negated(), $highIn, $low?->negated(), $lowIn)?->negated();
    }

    /**
     * Every permitted number between two bounds, from the least, where they are few enough; else null.
     *
     * @return list<BigDecimal>|null
     */
    public function all(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn, int $most): ?array
    {
        $first = $this->first($low, $lowIn, $high, $highIn);
        $last = $this->last($low, $lowIn, $high, $highIn);
        if (null === $first || null === $last) {
            return [];
        }
        if ($first->isEqualTo($last)) {
            return [$first];
        }
        if (
            null === $this->step ||
            (null === $this->min && null === $low) ||
            (null === $this->max && null === $high) ||
            $last->minus($first)->isGreaterThanOrEqualTo($this->step->multipliedBy($most))
        ) {
            return null;
        }
        $all = [];
        for ($number = $first; !$number->isGreaterThan($last); $number = $number->plus($this->step)) {
            $all[] = $number;
        }

        return $all;
    }

    /** The permitted number nearest to another one from below, within the ends. */
    public function near(BigDecimal $number): ?BigDecimal
    {
        return $this->last(null, true, $number, true) ?? $this->first(null, true, null, true);
    }

    public function isEmpty(): bool
    {
        return null === $this->first(null, true, null, true);
    }

    /**
     * A permitted number between two bounds (null: open end), the least one where there is a least.
     */
    public function first(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn): ?BigDecimal
    {
        if ($this->none) {
            return null;
        }
        if (null !== $this->min && (null === $low || $this->min->isGreaterThan($low))) {
            [$low, $lowIn] = [$this->min, true];
        }
        if (null !== $this->max && (null === $high || $this->max->isLessThan($high))) {
            [$high, $highIn] = [$this->max, true];
        }
        if (null === $this->step || null === $this->base) {
            return self::between($low, $lowIn, $high, $highIn);
        }
        if (null !== $low) {
            $k = $low->minus($this->base)->dividedBy($this->step, 0, RoundingMode::Ceiling);
            $candidate = $this->base->plus($this->step->multipliedBy($k));
            if (!$lowIn && $candidate->isEqualTo($low)) {
                $candidate = $candidate->plus($this->step);
            }

            return null === $high || $candidate->isLessThan($high) || ($highIn && $candidate->isEqualTo($high))
                ? $candidate
                : null;
        }
        if (null === $high) {
            return $this->base;
        }
        $k = $high->minus($this->base)->dividedBy($this->step, 0, RoundingMode::Floor);
        $candidate = $this->base->plus($this->step->multipliedBy($k));

        return !$highIn && $candidate->isEqualTo($high) ? $candidate->minus($this->step) : $candidate;
    }

    private static function between(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn): ?BigDecimal
    {
        if (null === $low) {
            return null === $high ? BigDecimal::zero() : ($highIn ? $high : $high->minus(1));
        }
        if (null === $high) {
            return $lowIn ? $low : $low->plus(1);
        }
        if ($low->isLessThan($high)) {
            return $lowIn ? $low : $low->plus($high)->multipliedBy('0.5');
        }

        return $lowIn && $highIn && $low->isEqualTo($high) ? $low : null;
    }
}
