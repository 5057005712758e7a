<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Today;

/**
 * A day.
 */
final readonly class DateType implements Ordered
{
    public function __construct(private Option $option, private DateLimits $limits) {}

    public function parse(string $typed): ?Input
    {
        $day = Today::dayOf(trim($typed));

        return null === $day ? null : Input::day($day);
    }

    public function unreadable(): array
    {
        return ['input.date', 'a date like "2030-01-31"'];
    }

    public function problems(Input $input): array
    {
        $day = $input->number?->toInt();
        if (null === $day) {
            return [];
        }
        $problems = [];
        $found = Today::isoOf($day);
        if (null !== $this->limits->earliest && $day < $this->limits->earliest) {
            $problems[] = new AnswerProblem(
                'input.below',
                $this->option->code,
                sprintf(
                    '%s: %s is before the first day, %s.',
                    $this->option->name(),
                    $found,
                    Today::isoOf($this->limits->earliest),
                ),
                Today::isoOf($this->limits->earliest),
                $found,
            );
        }
        if (null !== $this->limits->latest && $day > $this->limits->latest) {
            $problems[] = new AnswerProblem(
                'input.above',
                $this->option->code,
                sprintf(
                    '%s: %s is after the last day, %s.',
                    $this->option->name(),
                    $found,
                    Today::isoOf($this->limits->latest),
                ),
                Today::isoOf($this->limits->latest),
                $found,
            );
        }
        if ($this->limits->isClosed($day)) {
            $problems[] = new AnswerProblem(
                'input.day',
                $this->option->code,
                sprintf('%s: %s is not a day on offer.', $this->option->name(), $found),
                null,
                $found,
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
        $day = $this->firstDay($low?->toInt(), $lowIn, $high?->toInt(), $highIn, $today);

        return null === $day ? null : Input::day($day);
    }

    private function firstDay(?int $low, bool $lowIn, ?int $high, bool $highIn, int $today): ?int
    {
        // The years 0001 to 9999 of ISO 8601's four-digit form.
        $from = max($this->limits->earliest ?? -719162, null === $low ? -719162 : $low + ($lowIn ? 0 : 1));
        $to = min($this->limits->latest ?? 2932896, null === $high ? 2932896 : $high - ($highIn ? 0 : 1));
        // A week without closed days is enough to meet every weekday that is open at all.
        $span = 7 * (count($this->limits->closed) + 1);
        $starts = null === $this->limits->earliest && null === $low ? [min($today, $to)] : [];
        foreach ([...$starts, $from] as $start) {
            for ($day = max($from, $start); $day <= min($to, max($from, $start) + $span); ++$day) {
                if ($this->limits->isOpen($day)) {
                    return $day;
                }
            }
        }
        if ([] !== $starts) {
            for ($day = $to; $day >= max($from, $to - $span); --$day) {
                if ($this->limits->isOpen($day)) {
                    return $day;
                }
            }
        }

        return null;
    }

    /** Those that stand for their classes are as good as any. */
    public function samples(): array
    {
        return [];
    }

    public function htmlField(): array
    {
        [$first, $last] = [$this->limits->earliest, $this->limits->latest];

        return [
            'date',
            [
                'min' => null === $first ? null : Today::isoOf($first),
                'max' => null === $last ? null : Today::isoOf($last),
            ],
        ];
    }

    public function htmlFlags(string $typed): ?array
    {
        if (1 !== preg_match('/^\d{4}-\d\d-\d\d$/D', $typed)) {
            return null;
        }
        $day = Today::dayOf($typed);
        if (null === $day) {
            return ['badInput'];
        }
        $flags = [];
        if (null !== $this->limits->earliest && $day < $this->limits->earliest) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $this->limits->latest && $day > $this->limits->latest) {
            $flags[] = 'rangeOverflow';
        }

        return $flags;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function whyImpossible(): string
    {
        return 'no day of its window is open';
    }
}
