<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Option;

/**
 * A decimal number, with a unit or without.
 */
final readonly class NumberType implements Ordered
{
    public function __construct(private Option $option, private NumberLimits $limits) {}

    public function parse(string $typed): ?Input
    {
        $typed = trim($typed);

        return 1 === preg_match('/^-?[0-9]{1,60}(\.[0-9]{1,60})?$/D', $typed)
            ? Input::number(BigDecimal::of($typed), $typed)
            : null;
    }

    public function unreadable(): array
    {
        return ['input.number', 'a number like "12.5"'];
    }

    public function problems(Input $input): array
    {
        $number = $input->number;
        if (null === $number) {
            return [];
        }
        $problems = [];
        $found = (string) $number;
        if (null !== $this->limits->min && $number->isLessThan($this->limits->min)) {
            $problems[] = new AnswerProblem(
                'input.below',
                $this->option->code,
                sprintf('%s: %s is below the least, %s.', $this->option->name(), $found, $this->limits->min),
                (string) $this->limits->min,
                $found,
            );
        }
        if (null !== $this->limits->max && $number->isGreaterThan($this->limits->max)) {
            $problems[] = new AnswerProblem(
                'input.above',
                $this->option->code,
                sprintf('%s: %s is above the most, %s.', $this->option->name(), $found, $this->limits->max),
                (string) $this->limits->max,
                $found,
            );
        }
        if (null !== $this->limits->step) {
            $base = $this->limits->min ?? BigDecimal::zero();
            if (!$number->minus($base)->remainder($this->limits->step)->isZero()) {
                $problems[] = new AnswerProblem(
                    'input.step',
                    $this->option->code,
                    sprintf(
                        '%s: %s is no step of %s counted from %s.',
                        $this->option->name(),
                        $found,
                        $this->limits->step,
                        $base,
                    ),
                    (string) $this->limits->step,
                    $found,
                );
            }
        }
        $places = max(0, $number->strippedOfTrailingZeros()->getScale());
        if (null !== $this->limits->decimals && $places > $this->limits->decimals) {
            $problems[] = new AnswerProblem(
                'input.decimals',
                $this->option->code,
                sprintf(
                    '%s: at most %d decimals are taken, %d given.',
                    $this->option->name(),
                    $this->limits->decimals,
                    $places,
                ),
                (string) $this->limits->decimals,
                (string) $places,
            );
        }

        return $problems;
    }

    public function ordinary(int $today): ?Input
    {
        return $this->between(null, false, null, false, $today);
    }

    public function between(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn, int $today): ?Input
    {
        $number = NumberSet::of($this->limits)->first($low, $lowIn, $high, $highIn);

        return null === $number ? null : Input::number($number);
    }

    /** One that is not round. */
    public function samples(): array
    {
        $min = $this->limits->min ?? BigDecimal::zero();
        $max = $this->limits->max ?? $min->plus(100);
        $third = NumberSet::of($this->limits)->near($min->plus($max->minus($min)->multipliedBy('0.37')));

        return null === $third ? [] : [Input::number($third)];
    }

    public function htmlField(): array
    {
        $places = $this->limits->decimals;
        $step = $this->limits->step ?? (null === $places ? 'any' : BigDecimal::ofUnscaledValue(1, max(0, $places)));

        return ['number', ['min' => $this->limits->min, 'max' => $this->limits->max, 'step' => $step]];
    }

    public function htmlFlags(string $typed): array
    {
        return self::flags($this->limits, $typed);
    }

    /**
     * The flags of a field for a number with these limits.
     *
     * @return list<string>
     */
    public static function flags(NumberLimits $limits, string $typed): array
    {
        // "Valid floating-point number" of the standard; blanks at the ends are not taken into the field.
        if (1 !== preg_match('/^-?(?:\d{1,60}(?:\.\d{1,60})?|\.\d{1,60})(?:[eE][+-]?\d{1,3})?$/D', trim($typed))) {
            return ['badInput'];
        }
        $typed = trim($typed);
        $number = BigDecimal::of(str_starts_with(ltrim($typed, '-'), '.') ? str_replace('.', '0.', $typed) : $typed);
        $flags = [];
        if (null !== $limits->min && $number->isLessThan($limits->min)) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $limits->max && $number->isGreaterThan($limits->max)) {
            $flags[] = 'rangeOverflow';
        }
        $step =
            $limits->step ??
            (null === $limits->decimals ? null : BigDecimal::ofUnscaledValue(1, max(0, $limits->decimals)));
        if (
            null !== $step &&
            !$number
                ->minus($limits->min ?? BigDecimal::zero())
                ->remainder($step)
                ->isZero()
        ) {
            $flags[] = 'stepMismatch';
        }

        return $flags;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function whyImpossible(): string
    {
        return 'no number is between its ends and on its step';
    }
}
