<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Decimal\ForeignDecimal;
use Ithrel\Core\Plan\Check;

/**
 * The few places of a setup that explain most of what a shop did otherwise: places that many differing checks share
 * and agreeing ones do not, taken one after the other until every differing check has one.
 *
 * A place that is wrong by the same amount wherever it takes part counts twice: that is how a wrong charge looks.
 */
final class LikelyPlaces
{
    /** Places named at most. */
    private const MOST = 6;

    /**
     * What a check that differs speaks for a place; for the one that it names first; for a base price or a value, which
     * are nearly always there.
     */
    private const ONE = 10;
    private const FIRST = 12;
    private const VALUE = 7;
    private const BASE = 5;

    /** What two checks say that differ in one option alone. */
    private const PAIR = 150;

    /**
     * @param list<Check> $checks those that were tried
     * @param array<int, list<Difference>> $differing number of a check => its differences
     *
     * @return list<array{at: string, checks: list<int>}> the place that explains most first, with the numbers of the
     *                                                    checks
     */
    public static function of(array $checks, array $differing): array
    {
        $weight = [];
        foreach ($differing as $check => $differences) {
            foreach ($differences as $difference) {
                foreach ($difference->places as $rank => $place) {
                    $weight[$place][$check] = max($weight[$place][$check] ?? 0, self::weight($place, $rank));
                }
            }
        }
        $against = self::pairs($checks, $differing);
        foreach ($checks as $check) {
            foreach (isset($differing[$check->number]) ? [] : $check->tried() as $place) {
                $against[$place] = ($against[$place] ?? 0) + self::ONE;
            }
        }
        $by = array_map(self::by(...), $differing);
        $left = array_fill_keys(array_keys($differing), true);
        $likely = [];
        while ([] !== $left && count($likely) < self::MOST) {
            $best = null;
            $most = PHP_INT_MIN;
            foreach ($weight as $place => $all) {
                $explained = array_intersect_key($all, $left);
                $amounts = array_unique(array_intersect_key($by, $explained));
                $isOne = count($explained) > 1 && 1 === count($amounts) && null !== array_values($amounts)[0];
                $score = array_sum($explained) * ($isOne ? 2 : 1) - ($against[$place] ?? 0);
                if ([] !== $explained && $score > $most) {
                    [$best, $most] = [$place, $score];
                }
            }
            if (null === $best) {
                break;
            }
            $likely[] = ['at' => $best, 'checks' => array_keys($weight[$best])];
            $left = array_diff_key($left, $weight[$best]);
        }

        return $likely;
    }

    private static function weight(string $place, int $rank): int
    {
        return match (true) {
            1 === preg_match('~/(price|salePrice)$~', $place) => self::BASE,
            1 === preg_match('~/(values/\d+|yes)$~', $place) => self::VALUE,
            0 === $rank => self::FIRST,
            default => self::ONE,
        };
    }

    /**
     * Two checks whose choices differ in one option alone: where their unit prices are off by different amounts, what
     * they do not share is to blame; where by the same amount, it is not.
     *
     * @param list<Check> $checks
     * @param array<int, list<Difference>> $differing
     *
     * @return array<string, int> place => how much speaks against its being wrong; negative where it is to blame
     */
    private static function pairs(array $checks, array $differing): array
    {
        $groups = [];
        foreach ($checks as $check) {
            if (
                [] === $check->chosen ||
                1 !== count($check->lines) ||
                (isset($differing[$check->number]) && null === self::by($differing[$check->number]))
            ) {
                continue;
            }
            $options = [];
            foreach ($check->chosen as $place) {
                $options[explode('/', $place)[2]][] = $place;
            }
            foreach (array_keys($options) as $option) {
                $rest = $options;
                unset($rest[$option]);
                $groups[
                    $check->lines[0]['quantity'] . ' ' . $option . ' ' . json_encode($rest, JSON_THROW_ON_ERROR)
                ][] = $check;
            }
        }
        $against = [];
        foreach ($groups as $group) {
            $first = array_shift($group);
            $off = self::by($differing[$first->number] ?? []) ?? '0';
            foreach ($group as $other) {
                $otherOff = self::by($differing[$other->number] ?? []) ?? '0';
                if ($off === $otherOff && '0' === $off) {
                    continue;
                }
                foreach ([[$first, $other, $off], [$other, $first, $otherOff]] as [$one, $two, $by]) {
                    foreach ('0' === $by ? [] : array_diff($one->tried(), $two->tried()) as $place) {
                        $against[$place] = ($against[$place] ?? 0) + ($off === $otherOff ? self::PAIR : -self::PAIR);
                    }
                }
            }
        }

        return $against;
    }

    /**
     * By how much a unit price is off.
     *
     * @param list<Difference> $differences
     */
    private static function by(array $differences): ?string
    {
        foreach ($differences as $difference) {
            if ('unit price' === $difference->field) {
                $found = ForeignDecimal::plain($difference->found);
                $expected = ForeignDecimal::plain($difference->expected);

                return null === $found || null === $expected
                    ? null
                    : (string) $found->minus($expected)->strippedOfTrailingZeros();
            }
        }

        return null;
    }
}
