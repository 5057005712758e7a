<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Ithrel\Core\Setup\Today;

/**
 * The window of a date, in day numbers (see Today), without the days that are closed.
 */
final readonly class DateLimits
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
