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

    public function isOfDays(): bool
    {
        return false;
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

    public function whyImpossible(): string
    {
        return 'no number is between its ends and on its step';
    }
}
