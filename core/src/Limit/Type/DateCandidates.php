<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Limit\Candidates;

/**
 * Days at the edges of a date's limits. Weeks and leap years as ISO 8601 has them (Monday is day 1 of a week).
 */
final readonly class DateCandidates
{
    private const DAYS = [1 => 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
    private const MOST_CLOSED = 40;
    private const LAST_LEAP_YEAR = 9996;

    public function __construct(private DateType $limits, private int $today) {}

    public function into(Candidates $to): void
    {
        $closed = array_slice(array_keys($this->limits->closed), 0, self::MOST_CLOSED);
        foreach ($closed as $n => $day) {
            $this->day($to, 'a closed day', $day, 0 === $n ? 'closed' : null);
        }
        if (count($this->limits->closed) > self::MOST_CLOSED) {
            $to->left[] = sprintf(
                'Of %d closed days the first %d are tried.',
                count($this->limits->closed),
                self::MOST_CLOSED,
            );
        }
        $this->ends($to);
        foreach ($closed as $day) {
            $this->day($to, 'the day before a closed day', $day - 1);
            $this->day($to, 'the day after a closed day', $day + 1);
        }
        $anchor = $this->limits->earliest ?? min($this->today, $this->limits->latest ?? $this->today);
        if (null !== $this->limits->weekdays) {
            foreach (range($anchor, $anchor + 6) as $day) {
                $day = $this->notClosed($day);
                $weekday = Today::weekdayOf($day);
                $isOffered = in_array($weekday, $this->limits->weekdays, true);
                $this->day(
                    $to,
                    sprintf(
                        'a %s, which is %s',
                        self::DAYS[$weekday],
                        $isOffered ? 'a day of the week on offer' : 'no day of the week on offer',
                    ),
                    $day,
                    $isOffered ? null : 'weekdays',
                );
            }
        }
        $this->calendar($to, $anchor);
        $to->add('blanks alone', '   ');
    }

    /**
     * The day, or the same day of a later week where it is closed: what a row says of weekdays is then decided by them.
     */
    private function notClosed(int $day): int
    {
        $open = $day;
        while (isset($this->limits->closed[$open])) {
            $open += 7;
        }

        return null !== $this->limits->latest && $open > $this->limits->latest ? $day : $open;
    }

    private function ends(Candidates $to): void
    {
        $first = $this->limits->earliest;
        if (null !== $first) {
            $this->day($to, 'the earliest', $first, 'earliest');
            $this->day(
                $to,
                'a day before the earliest, as a clock further west may still allow it',
                $first - 1,
                'earliest',
            );
            $this->day($to, 'a day after the earliest, as a clock further east may ask for it', $first + 1);
            $this->openDay($to, 'earliest', 'the first day that is open', $first, 1);
        }
        $last = $this->limits->latest;
        if (null !== $last) {
            $this->day($to, 'the latest', $last, 'latest');
            $this->day($to, 'a day after the latest', $last + 1, 'latest');
            $this->day($to, 'a day before the latest', $last - 1);
            $this->openDay($to, 'latest', 'the last day that is open', $last, -1);
        }
    }

    private function openDay(Candidates $to, string $key, string $about, int $from, int $by): void
    {
        for ($day = $from, $n = 0; $n < 400; $day += $by, ++$n) {
            if ($this->limits->isOpen($day)) {
                $this->day($to, $about, $day, $key);

                return;
            }
        }
        $to->left[] = sprintf('No day near %s is open.', Today::isoOf($from));
    }

    /** Month end, leap day, days that are none, and other ways to write one. */
    private function calendar(Candidates $to, int $anchor): void
    {
        [$year, $month] = array_map(intval(...), explode('-', Today::isoOf($anchor)));
        $next = 12 === $month ? sprintf('%04d-01-01', $year + 1) : sprintf('%04d-%02d-01', $year, $month + 1);
        $first = Today::dayOf($next);
        if (null !== $first) {
            $this->day($to, 'the last day of a month', $first - 1);
            $this->day($to, 'the first day of a month', $first);
        }
        // The next leap year, or the last one that four digits can write.
        $leap = min($year + ((4 - ($year % 4)) % 4), self::LAST_LEAP_YEAR);
        while (null === Today::dayOf(sprintf('%04d-02-29', $leap))) {
            $leap += 4;
        }
        $to->add('a leap day', sprintf('%04d-02-29', $leap));
        $to->add('29 February of a year without one', sprintf('%04d-02-29', $leap + 1));
        $to->add('31 April', sprintf('%04d-04-31', $year));
        $to->add('a month 13', sprintf('%04d-13-01', $year));
        $to->add('day, month, year with points', sprintf('07.12.%04d', $year));
        $to->add('month, day, year with slashes', sprintf('12/07/%04d', $year));
    }

    /**
     * @param string|null $key of the document that sets the limit, where a plan tries it too
     */
    private function day(Candidates $to, string $about, int $day, ?string $key = null): void
    {
        if ($day < DateType::FIRST_DAY || $day > DateType::LAST_DAY) {
            // The years 0001 to 9999 are all that four digits write: there is no such day.
            return;
        }
        $weekday = Today::weekdayOf($day);
        $isMissing = null !== $this->limits->weekdays && !in_array($weekday, $this->limits->weekdays, true);
        $words =
            $isMissing && !str_contains($about, self::DAYS[$weekday])
                ? sprintf('%s, a %s', $about, self::DAYS[$weekday])
                : $about;
        null === $key ? $to->add($words, Today::isoOf($day)) : $to->edge($key, $words, Today::isoOf($day));
    }
}
