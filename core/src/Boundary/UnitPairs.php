<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Brick\Math\BigDecimal;
use Brick\Math\BigRational;
use Brick\Math\RoundingMode;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Formula\Units;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Finds the numbers that stand for one measure in two units: both are shown by one choice, each under other values of
 * it, and their units are lengths. Numbers that are shown under the same condition in order stand for the same measure.
 */
final readonly class UnitPairs
{
    /** Decimals of a size that the other unit does not bound itself. */
    private const PLACES = 4;

    private Judge $judge;

    public function __construct(private Setup $setup)
    {
        $this->judge = new Judge($setup);
    }

    /**
     * @return list<UnitPair>
     */
    public function all(): array
    {
        $shown = [];
        foreach ($this->setup->options as $option) {
            foreach (
                null === $option->shownWhen || !isset(Units::MILLIMETRES[$option->number->unit ?? ''])
                    ? []
                    : $option->shownWhen->tests()
                as $test
            ) {
                if ($test instanceof IsTest && is_array($test->is) && 1 === count($test->is)) {
                    $shown[$test->option][$test->is[0]][] = $option;
                }
            }
        }
        $pairs = [];
        foreach ($shown as $by => $values) {
            $lists = array_values($values);
            foreach ($lists as $i => $first) {
                foreach (array_slice($lists, $i + 1) as $second) {
                    foreach ($first as $n => $option) {
                        $other = $second[$n] ?? null;
                        if (null !== $other && $other->number?->unit !== $option->number?->unit) {
                            $pairs[] = new UnitPair($by, $option->code, $other->code, [
                                ...$this->rows($option, $other),
                                ...$this->rows($other, $option),
                            ]);
                        }
                    }
                }
            }
        }

        return $pairs;
    }

    /**
     * @return list<array{
     *     option: string,
     *     answer: string,
     *     about: string,
     *     expected: string,
     *     other: string,
     *     same: string,
     *     otherwise: string,
     * }>
     */
    private function rows(Option $option, Option $other): array
    {
        $limits = $option->number ?? throw new \LogicException('A number has limits.');
        $set = NumberSet::of($limits);
        $step = $limits->step ?? BigDecimal::ofUnscaledValue(1, max(0, $limits->decimals ?? 1));
        $edges = [];
        foreach (
            [
                'least' => [$limits->min, $set->first(null, true, null, true), -1],
                'most' => [$limits->max, $set->last(null, true, null, true), 1],
            ]
            as $name => [$limit, $permitted, $beyond]
        ) {
            if (null !== $limit && null !== $permitted) {
                $edges['the ' . $name] = $permitted;
                $edges['one step beyond the ' . $name] = $permitted->plus($step->multipliedBy($beyond));
                $edges['one step within the ' . $name] = $permitted->minus($step->multipliedBy($beyond));
            }
        }
        $rows = [];
        foreach ($edges as $about => $number) {
            $same = $this->same($number, (string) $limits->unit, $other);
            $rows[] = [
                'option' => $option->code,
                'answer' => PlainDecimal::of($number),
                'about' => $about,
                'expected' => $this->judge->answer($option, PlainDecimal::of($number), $about)->expected,
                'other' => $other->code,
                'same' => $same,
                'otherwise' => $this->judge->answer($other, $same, $about)->expected,
            ];
        }

        return $rows;
    }

    /** The same size in the other unit, to the decimals or the step that it takes. */
    private function same(BigDecimal $number, string $unit, Option $other): string
    {
        $exact = BigRational::of($number)
            ->multipliedBy(Units::MILLIMETRES[$unit])
            ->dividedBy(Units::MILLIMETRES[$other->number->unit ?? 'mm']);
        $limits = $other->number;
        if (null !== $limits?->step) {
            $base = $limits->min ?? BigDecimal::zero();
            $steps = $exact->minus($base)->dividedBy($limits->step)->toScale(0, RoundingMode::HalfUp);

            return PlainDecimal::of($base->plus($steps->multipliedBy($limits->step)));
        }

        return PlainDecimal::of($exact->toScale(max(0, $limits->decimals ?? self::PLACES), RoundingMode::HalfUp));
    }
}
