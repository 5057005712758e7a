<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Setup;

use Ithrel\Core\Document\Today;
use PHPUnit\Framework\TestCase;

/**
 * Days against ISO 8601: Monday is day 1 of the week; a year has a 29 February if it can be divided by four, but not by
 * a hundred unless by four hundred. The references are ICU's proleptic Gregorian calendar and the rule itself.
 */
final class TodayTest extends TestCase
{
    public function testWeekdaysAreThoseOfIcu(): void
    {
        $calendar = \IntlCalendar::createInstance('UTC');
        self::assertInstanceOf(\IntlGregorianCalendar::class, $calendar);
        for ($n = 0; $n < 4_000; ++$n) {
            // Steps of 97 days go through every weekday, month and day of the month.
            $iso = (new \DateTimeImmutable('1899-12-30'))->modify('+' . 97 * $n . ' days')->format('Y-m-d');
            [$year, $month, $date] = array_map(intval(...), explode('-', $iso));
            $calendar->set($year, $month - 1, $date);
            $icu = $calendar->get(\IntlCalendar::FIELD_DAY_OF_WEEK);
            $day = Today::dayOf($iso);
            self::assertNotNull($day, $iso);
            // ICU counts from Sunday as 1.
            self::assertSame(1 === $icu ? 7 : $icu - 1, Today::weekdayOf($day), $iso);
            self::assertSame($iso, Today::isoOf($day));
        }
    }

    public function testLeapYears(): void
    {
        for ($year = 1_600; $year <= 2_800; ++$year) {
            $isLeap = 0 === $year % 4 && (0 !== $year % 100 || 0 === $year % 400);
            self::assertSame($isLeap, null !== Today::dayOf(sprintf('%04d-02-29', $year)), (string) $year);
            $last = Today::dayOf(sprintf('%04d-02-28', $year));
            self::assertNotNull($last);
            self::assertSame(sprintf($isLeap ? '%04d-02-29' : '%04d-03-01', $year), Today::isoOf($last + 1));
        }
    }
}
