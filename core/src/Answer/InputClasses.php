<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Limit\TextSamples;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * The classes of permitted input of an option: inputs that agree on all of the option's tests in the
 * document's conditions are one class, told by its least member found.
 */
final readonly class InputClasses
{
    public function __construct(private Setup $setup) {}

    /**
     * @param list<Test> $tests every test of this option in the document
     *
     * @return list<Input> one member of each class; none where the limits leave no answer
     */
    public function of(Option $option, array $tests): array
    {
        return match ($option->kind) {
            Kind::Number, Kind::Date => $this->compared($option, $tests),
            Kind::Text => self::textIsPossible($option) ? [Input::text(self::aText($option))] : [],
            Kind::File => self::fileIsPossible($option)
                ? [Input::files([new GivenFile('file', $option->file->types[0] ?? null)])]
                : [],
            Kind::Colour => [] === $option->colour?->colours
                ? []
                : [Input::text($option->colour->colours[0] ?? '#000000')],
            default => [],
        };
    }

    private static function textIsPossible(Option $option): bool
    {
        $limits = $option->text;

        return null !== $limits &&
            (null === $limits->max || ($limits->max >= 1 && ($limits->min ?? 0) <= $limits->max)) &&
            (null === $limits->maxLines || $limits->maxLines >= 1);
    }

    private static function aText(Option $option): string
    {
        // Where no text of the pattern is found, one stands for "filled" all the same: counting asks for no more.
        return (new TextSamples($option))->shortest() ?? str_repeat('x', max(1, min(100_000, $option->text->min ?? 1)));
    }

    private static function fileIsPossible(Option $option): bool
    {
        $limits = $option->file;

        return null !== $limits &&
            [] !== $limits->types &&
            (null === $limits->maxFiles || ($limits->maxFiles >= 1 && ($limits->minFiles ?? 0) <= $limits->maxFiles));
    }

    /**
     * @param list<Test> $tests
     *
     * @return list<Input>
     */
    private function compared(Option $option, array $tests): array
    {
        /** @var array<string, BigDecimal> $marks bounds at which some test changes */
        $marks = [];
        foreach ($tests as $test) {
            if ($test instanceof CompareTest && $test->ofDays === (Kind::Date === $option->kind)) {
                foreach ([$test->atLeast, $test->atMost, $test->above, $test->below] as $bound) {
                    if (null !== $bound) {
                        $marks[(string) $bound->strippedOfTrailingZeros()] = $bound;
                    }
                }
            }
        }
        usort($marks, static fn(BigDecimal $a, BigDecimal $b): int => $a->compareTo($b));
        $truth = new Truth($this->setup);
        $classes = [];
        $low = null;
        foreach ([...$marks, null] as $mark) {
            foreach (
                null === $mark ? [[$low, null, false]] : [[$low, $mark, false], [$mark, $mark, true]]
                as [$from, $to, $point]
            ) {
                $input = $this->member($option, $from, $point, $to, $point);
                if (null !== $input) {
                    $state = new State([$option->index => $input]);
                    $classes[
                        implode(
                            '',
                            array_map(
                                static fn(Test $test): string => $truth->holds($test, $state) ? '1' : '0',
                                $tests,
                            ),
                        )
                    ] ??= $input;
                }
            }
            $low = $mark;
        }

        return array_values($classes);
    }

    private function member(Option $option, ?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn): ?Input
    {
        if (null !== $option->number) {
            $number = NumberSet::of($option->number)->first($low, $lowIn, $high, $highIn);

            return null === $number ? null : Input::number($number);
        }
        $day =
            null === $option->date
                ? null
                : self::firstDay(
                    $option->date,
                    $low?->toInt(),
                    $lowIn,
                    $high?->toInt(),
                    $highIn,
                    $this->setup->today->day,
                );

        return null === $day ? null : Input::day($day);
    }

    private static function firstDay(
        DateLimits $limits,
        ?int $low,
        bool $lowIn,
        ?int $high,
        bool $highIn,
        int $today,
    ): ?int {
        // The years 0001 to 9999 of ISO 8601's four-digit form.
        $from = max($limits->earliest ?? -719162, null === $low ? -719162 : $low + ($lowIn ? 0 : 1));
        $to = min($limits->latest ?? 2932896, null === $high ? 2932896 : $high - ($highIn ? 0 : 1));
        // A week without closed days is enough to meet every weekday that is open at all.
        $span = 7 * (count($limits->closed) + 1);
        $starts = null === $limits->earliest && null === $low ? [min($today, $to)] : [];
        foreach ([...$starts, $from] as $start) {
            for ($day = max($from, $start); $day <= min($to, max($from, $start) + $span); ++$day) {
                if ($limits->isOpen($day)) {
                    return $day;
                }
            }
        }
        if ([] !== $starts) {
            for ($day = $to; $day >= max($from, $to - $span); --$day) {
                if ($limits->isOpen($day)) {
                    return $day;
                }
            }
        }

        return null;
    }
}
