<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Setup\Place;
use Ithrel\Core\Setup\Reading\Reading;
use Ithrel\Core\Setup\Today;

/**
 * The window of a date, in day numbers (see Today), without the days that are closed.
 */
final readonly class DateLimits implements Limits
{
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
}
