<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

/**
 * The day that "+3d" counts from. Days are numbered from 1970-01-01 = 0.
 */
final readonly class Today
{
    private function __construct(public int $day) {}

    /**
     * @throws \InvalidArgumentException where the text is not a day of the calendar
     */
    public static function of(string $isoDate): self
    {
        return new self(
            self::dayOf($isoDate) ??
                throw new \InvalidArgumentException(sprintf('"%s" is not a date like 2030-01-31.', $isoDate)),
        );
    }

    /** The number of an ISO 8601 calendar day, null where there is no such day. */
    public static function dayOf(string $isoDate): ?int
    {
        if (
            1 !== preg_match('/^(\d{4})-(\d\d)-(\d\d)$/D', $isoDate, $m) ||
            '0000' === $m[1] ||
            !checkdate((int) $m[2], (int) $m[3], (int) $m[1])
        ) {
            return null;
        }

        return intdiv(
            (new \DateTimeImmutable($isoDate . ' 00:00:00', new \DateTimeZone('UTC')))->getTimestamp(),
            86400,
        );
    }

    public static function isoOf(int $day): string
    {
        return gmdate('Y-m-d', $day * 86400);
    }

    /** 1 = Monday … 7 = Sunday. */
    public static function weekdayOf(int $day): int
    {
        return (((($day + 3) % 7) + 7) % 7) + 1;
    }

    /** A date, or days from today as "+3d". */
    public function resolve(string $bound): ?int
    {
        return 1 === preg_match('/^([+-]\d{1,5})d$/D', $bound, $m) ? $this->day + (int) $m[1] : self::dayOf($bound);
    }
}
