<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;
use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Limit\NumberSet;

/**
 * A decimal number, with a unit or without: its range, its step (counted from min, else from 0), its most fraction
 * digits.
 */
final readonly class NumberType implements Ordered
{
    public function __construct(
        public ?BigDecimal $min = null,
        public ?BigDecimal $max = null,
        public ?BigDecimal $step = null,
        public ?int $decimals = null,
        public ?string $unit = null,
    ) {}

    public static function read(Place $option, Reading $reading): self
    {
        return new self(
            $option->decimal('min'),
            $option->decimal('max'),
            $option->decimal('step'),
            $option->whole('decimals'),
            $option->optional('unit'),
        );
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        return $option->has('default') ? (string) $option->decimal('default') : null;
    }

    public static function cells(): array
    {
        return ['min' => 'decimal', 'max' => 'decimal', 'step' => 'decimal', 'decimals' => 'whole', 'unit' => 'text'];
    }

    public static function places(): array
    {
        return [
            'min' => 'the least of %s',
            'max' => 'the most of %s',
            'step' => 'the step of %s',
            'decimals' => 'the decimals of %s',
            'unit' => 'the unit of %s',
        ];
    }

    public static function measured(): Measured
    {
        return Measured::Value;
    }

    public function open(): self
    {
        return new self(unit: $this->unit);
    }

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
        if (null !== $this->min && $number->isLessThan($this->min)) {
            $problems[] = new LimitProblem(
                'input.below',
                sprintf('%s is below the least, %s.', $found, $this->min),
                (string) $this->min,
                $found,
            );
        }
        if (null !== $this->max && $number->isGreaterThan($this->max)) {
            $problems[] = new LimitProblem(
                'input.above',
                sprintf('%s is above the most, %s.', $found, $this->max),
                (string) $this->max,
                $found,
            );
        }
        if (null !== $this->step) {
            $base = $this->min ?? BigDecimal::zero();
            if (!$number->minus($base)->remainder($this->step)->isZero()) {
                $problems[] = new LimitProblem(
                    'input.step',
                    sprintf('%s is no step of %s counted from %s.', $found, $this->step, $base),
                    (string) $this->step,
                    $found,
                );
            }
        }
        $places = max(0, $number->strippedOfTrailingZeros()->getScale());
        if (null !== $this->decimals && $places > $this->decimals) {
            $problems[] = new LimitProblem(
                'input.decimals',
                sprintf('at most %d decimals are taken, %d given.', $this->decimals, $places),
                (string) $this->decimals,
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
        $number = NumberSet::of($this)->first($low, $lowIn, $high, $highIn);

        return null === $number ? null : Input::number($number);
    }

    public function at(BigDecimal $bound): Input
    {
        return Input::number($bound);
    }

    public function step(): BigDecimal
    {
        return $this->step ?? BigDecimal::ofUnscaledValue(1, $this->decimals ?? 0);
    }

    /** One that is not round. */
    public function samples(): array
    {
        $min = $this->min ?? BigDecimal::zero();
        $max = $this->max ?? $min->plus(100);
        $third = NumberSet::of($this)->near($min->plus($max->minus($min)->multipliedBy('0.37')));

        return null === $third ? [] : [Input::number($third)];
    }

    public function htmlField(): array
    {
        $places = $this->decimals;
        $step = $this->step ?? (null === $places ? 'any' : BigDecimal::ofUnscaledValue(1, max(0, $places)));

        return ['number', ['min' => $this->min, 'max' => $this->max, 'step' => $step]];
    }

    public function htmlFlags(string $typed): array
    {
        // "Valid floating-point number" of the standard; blanks at the ends are not taken into the field.
        if (1 !== preg_match('/^-?(?:\d{1,60}(?:\.\d{1,60})?|\.\d{1,60})(?:[eE][+-]?\d{1,3})?$/D', trim($typed))) {
            return ['badInput'];
        }
        $typed = trim($typed);
        $number = BigDecimal::of(str_starts_with(ltrim($typed, '-'), '.') ? str_replace('.', '0.', $typed) : $typed);
        $flags = [];
        if (null !== $this->min && $number->isLessThan($this->min)) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $this->max && $number->isGreaterThan($this->max)) {
            $flags[] = 'rangeOverflow';
        }
        $step =
            $this->step ?? (null === $this->decimals ? null : BigDecimal::ofUnscaledValue(1, max(0, $this->decimals)));
        if (
            null !== $step &&
            !$number
                ->minus($this->min ?? BigDecimal::zero())
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

    public function candidates(Candidates $to, int $today, array $given): void
    {
        (new NumberCandidates($this))->into($to);
    }

    public function whyImpossible(): string
    {
        return 'no number is between its ends and on its step';
    }
}
