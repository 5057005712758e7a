<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;

/**
 * A day within a window, in day numbers (see Today), that is not closed.
 */
final readonly class DateType implements Ordered
{
    /** The years 0001 to 9999 of ISO 8601's four-digit form, in days from 1970-01-01. */
    public const FIRST_DAY = -719_162;
    public const LAST_DAY = 2_932_896;

    /**
     * @param list<int>|null $weekdays 1 = Monday … 7; null = every day
     * @param array<int,true> $closed day numbers
     */
    public function __construct(
        public ?int $earliest = null,
        public ?int $latest = null,
        public ?array $weekdays = null,
        public array $closed = [],
    ) {}

    public static function read(Place $option, Reading $reading): self
    {
        $closed = [];
        foreach ($option->texts('closed') as $i => $date) {
            $day = Today::dayOf($date);
            if (null === $day) {
                $reading->problem($option->at('closed') . '/' . $i, 'There is no such day in the calendar.');
            } else {
                $closed[$day] = true;
            }
        }

        return new self(
            $reading->day($option, 'earliest'),
            $reading->day($option, 'latest'),
            $option->has('weekdays') ? $option->wholes('weekdays') : null,
            $closed,
        );
    }

    public static function default(Place $option, Reading $reading): ?string
    {
        $day = $reading->day($option, 'default');

        return null === $day ? null : Today::isoOf($day);
    }

    public static function cells(): array
    {
        return ['earliest' => 'text', 'latest' => 'text', 'weekdays' => 'wholes', 'closed' => 'list'];
    }

    public static function places(): array
    {
        return [
            'earliest' => 'the first day of %s',
            'latest' => 'the last day of %s',
            'weekdays' => 'the weekdays of %s',
            'closed' => 'the closed days of %s',
        ];
    }

    public static function measured(): null
    {
        return null;
    }

    public function open(): self
    {
        return new self();
    }

    public function isOpen(int $day): bool
    {
        return (null === $this->earliest || $day >= $this->earliest) &&
            (null === $this->latest || $day <= $this->latest) &&
            !$this->isClosed($day);
    }

    public function isClosed(int $day): bool
    {
        return isset($this->closed[$day]) ||
            (null !== $this->weekdays && !in_array(Today::weekdayOf($day), $this->weekdays, true));
    }

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
        if (null !== $this->earliest && $day < $this->earliest) {
            $problems[] = new LimitProblem(
                'input.below',
                sprintf('%s is before the first day, %s.', $found, Today::isoOf($this->earliest)),
                Today::isoOf($this->earliest),
                $found,
            );
        }
        if (null !== $this->latest && $day > $this->latest) {
            $problems[] = new LimitProblem(
                'input.above',
                sprintf('%s is after the last day, %s.', $found, Today::isoOf($this->latest)),
                Today::isoOf($this->latest),
                $found,
            );
        }
        if ($this->isClosed($day)) {
            $problems[] = new LimitProblem('input.day', sprintf('%s is not a day on offer.', $found), null, $found);
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

    public function at(BigDecimal $bound): Input
    {
        return Input::day($bound->toInt());
    }

    public function step(): BigDecimal
    {
        return BigDecimal::one();
    }

    private function firstDay(?int $low, bool $lowIn, ?int $high, bool $highIn, int $today): ?int
    {
        $from = max($this->earliest ?? self::FIRST_DAY, null === $low ? self::FIRST_DAY : $low + ($lowIn ? 0 : 1));
        $to = min($this->latest ?? self::LAST_DAY, null === $high ? self::LAST_DAY : $high - ($highIn ? 0 : 1));
        // A week without closed days is enough to meet every weekday that is open at all.
        $span = 7 * (count($this->closed) + 1);
        $starts = null === $this->earliest && null === $low ? [min($today, $to)] : [];
        // From today on, else back from it; from the first day there is only where nothing nearer is open.
        foreach ($starts as $start) {
            for ($day = max($from, $start); $day <= min($to, max($from, $start) + $span); ++$day) {
                if ($this->isOpen($day)) {
                    return $day;
                }
            }
            for ($day = min($to, $start); $day >= max($from, $start - $span); --$day) {
                if ($this->isOpen($day)) {
                    return $day;
                }
            }
        }
        for ($day = $from; $day <= min($to, $from + $span); ++$day) {
            if ($this->isOpen($day)) {
                return $day;
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
        [$first, $last] = [$this->earliest, $this->latest];

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
        if (null !== $this->earliest && $day < $this->earliest) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $this->latest && $day > $this->latest) {
            $flags[] = 'rangeOverflow';
        }

        return $flags;
    }

    public function canBeEmpty(): bool
    {
        return true;
    }

    public function candidates(Candidates $to, int $today, array $given): void
    {
        (new DateCandidates($this, $today))->into($to);
    }

    public function whyImpossible(): string
    {
        return 'no day of its window is open';
    }
}
