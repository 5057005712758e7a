<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Formula\Units;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Price\Amount;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * unit.mixed where a shopper chooses her unit: one size, given in each unit, has to be let through alike and cost
 * alike.
 *
 * The alternatives are number options that one pick shows, a value each; they are matched in display order. A size that
 * falls between the steps of the other unit may cost what its neighbours there cost, and one minor unit of rounding.
 */
final class UnitChoices implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($this->alternatives($reach->setup) as $pick => $byValue) {
            $option = $reach->setup->options[$pick];
            $first = array_shift($byValue);
            foreach ($byValue as [$value, $numbers]) {
                if (null !== $first && count($first[1]) === count($numbers)) {
                    yield from $this->compare($reach, $option, $first[0], $first[1], $value, $numbers);
                }
            }
        }
    }

    /**
     * @return array<int, list<array{int, non-empty-list<Option>}>> option => values, each with the numbers that it
     *                                                              alone
     *                                                              shows, all in units of length
     */
    private function alternatives(Setup $setup): array
    {
        $numbers = [];
        foreach ($setup->options as $option) {
            $test = $option->shownWhen;
            if (!isset(Units::MILLIMETRES[$option->number->unit ?? '']) || !($test instanceof IsTest)) {
                continue;
            }
            $pick = $setup->option($test->option);
            $value = is_array($test->is) && 1 === count($test->is) ? $pick?->value($test->is[0]) : null;
            if (null !== $pick && null !== $value && Kind::One === $pick->kind) {
                $numbers[$pick->index][$value->index][] = $option;
            }
        }
        ksort($numbers);
        $alternatives = [];
        foreach ($numbers as $pick => $byValue) {
            ksort($byValue);
            foreach ($byValue as $value => $options) {
                $alternatives[$pick][] = [$value, $options];
            }
        }

        return $alternatives;
    }

    /**
     * @param non-empty-list<Option> $own
     * @param non-empty-list<Option> $other
     *
     * @return iterable<Finding>
     */
    private function compare(
        Reach $reach,
        Option $pick,
        int $value,
        array $own,
        int $otherValue,
        array $other,
    ): iterable {
        if ($own[0]->number?->unit === $other[0]->number?->unit) {
            return;
        }
        foreach ($other as $i => $number) {
            foreach (['min' => 'at least', 'max' => 'at most'] as $end => $words) {
                [$a, $b] = [$own[$i]->number?->{$end}, $number->number?->{$end}];
                if ($a instanceof BigDecimal && $b instanceof BigDecimal) {
                    $apart = $this->millimetres($own[$i], $a)->minus($this->millimetres($number, $b))->abs();
                    $step = BigDecimal::max(
                        $this->millimetres($own[$i], $own[$i]->number->step ?? BigDecimal::one()),
                        $this->millimetres($number, $number->number->step ?? BigDecimal::one()),
                    );
                    if ($apart->isGreaterThan($step)) {
                        yield new Finding(
                            'unit.mixed',
                            Severity::Warning,
                            $number->at . '/' . $end,
                            sprintf(
                                '%s takes %s %s %s, but %s takes %s %s %s: not the same size.',
                                $number->name(),
                                $words,
                                PlainDecimal::of($b),
                                $number->number->unit ?? '',
                                $own[$i]->name(),
                                $words,
                                PlainDecimal::of($a),
                                $own[$i]->number->unit ?? '',
                            ),
                            ['apart' => PlainDecimal::of($apart) . ' mm'],
                        );
                    }
                }
            }
        }
        foreach (
            (new Listing($reach, Listing::SELECTABLE, [
                $reach->board->cellsOf[$pick->index][0] => [$value => true],
            ]))->from(gmp_init(0), 1)
            as $choices
        ) {
            yield from $this->prices(
                $reach,
                $pick,
                $choices,
                $own,
                $choices->with($pick->index, [$otherValue]),
                $other,
            );
        }
    }

    /**
     * @param non-empty-list<Option> $own
     * @param non-empty-list<Option> $other
     *
     * @return iterable<Finding>
     */
    private function prices(
        Reach $reach,
        Option $pick,
        State $choices,
        array $own,
        State $swapped,
        array $other,
    ): iterable {
        $pricer = new Pricer($reach->setup);
        $quantity = $reach->setup->quantity->min;
        $smallest = BigDecimal::ofUnscaledValue(1, $reach->setup->currency->minorUnits);
        foreach ([1, 2, 3] as $quarter) {
            [$low, $high, $typed] = [$choices, $choices, $swapped];
            $sizes = [];
            foreach ($other as $i => $number) {
                $size = $this->between($number, $quarter);
                if (null === $size || null === $own[$i]->number) {
                    return;
                }
                $typed = $typed->with($number->index, Input::number($size));
                $sizes[] = PlainDecimal::of($size) . ' ' . ($number->number->unit ?? '');
                $same = $this->millimetres($number, $size)->dividedBy(
                    Units::MILLIMETRES[$own[$i]->number->unit ?? 'mm'],
                    20,
                    RoundingMode::HalfEven,
                );
                $set = NumberSet::of($own[$i]->number);
                $below = $set->last(null, true, $same, true);
                $above = $set->first($same, true, null, true);
                if (null === $below || null === $above) {
                    continue 2;
                }
                $low = $low->with($own[$i]->index, Input::number($below));
                $high = $high->with($own[$i]->index, Input::number($above));
            }
            [$a, $b, $c] = array_map(static fn(State $s): ?BigDecimal => $pricer->quote($s, $quantity)->total, [
                $low,
                $high,
                $typed,
            ]);
            if (null === $a || null === $b || null === $c) {
                continue;
            }
            if (
                $c->isLessThan(BigDecimal::min($a, $b)->minus($smallest)) ||
                $c->isGreaterThan(BigDecimal::max($a, $b)->plus($smallest))
            ) {
                $text = static fn(BigDecimal $amount): string => Amount::text($amount, $reach->setup->currency);
                yield new Finding(
                    'unit.mixed',
                    Severity::Warning,
                    $pick->at,
                    sprintf(
                        '%s: the same size, %s, costs %s in %s and %s in %s. A formula takes one unit for the ' .
                            'other; convert with to(option, "unit").',
                        $pick->name(),
                        implode(' by ', $sizes),
                        $text($a),
                        $own[0]->number->unit ?? '',
                        $text($c),
                        $other[0]->number->unit ?? '',
                    ),
                    ['difference' => $text($c->minus($a)), 'sizes' => $sizes],
                );

                return;
            }
        }
    }

    /** A permitted size a quarter, half or three quarters of the way. */
    private function between(Option $option, int $quarter): ?BigDecimal
    {
        $limits = $option->number;
        if (null === $limits?->min || null === $limits->max) {
            return null;
        }

        return NumberSet::of($limits)->near(
            $limits->min->plus($limits->max->minus($limits->min)->multipliedBy($quarter)->multipliedBy('0.25')),
        );
    }

    private function millimetres(Option $option, BigDecimal $size): BigDecimal
    {
        return $size->multipliedBy(Units::MILLIMETRES[$option->number->unit ?? 'mm']);
    }
}
