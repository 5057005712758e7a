<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Price\FormulaFailures;
use Ithrel\Core\Price\FormulaWays;
use Ithrel\Core\Price\HeldRange;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Value;

/**
 * price.formula: a formula that can meet an answer that is not there, or divide by zero; unit.mixed: lengths in
 * different units in one formula; price.floor: a floor or ceiling that holds over a range of answers.
 */
final class Formulas implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($this->formulas($reach) as [$charge, $of, $value, $when]) {
            $units = [];
            foreach ($charge->formula->names() as ['name' => $name, 'function' => $function]) {
                $option = $reach->setup->option(explode('.', $name)[0]);
                if (null === $option || null !== $function) {
                    continue;
                }
                if (null !== $option->number?->unit) {
                    $units[$option->number->unit] = $option->code;
                }
            }
            $ways = new FormulaWays($reach, $charge->formula, $when, $of, $value);
            yield from $this->held($charge, $ways);
            $failures = new FormulaFailures($charge->formula, $ways);
            yield from $this->gaps($charge, $ways, $failures);
            foreach ($failures->ofItself() as $reason => $way) {
                yield $this->failure($reach, $charge, $reason, $way['answers'], $way['quantity']);
            }
            if (count($units) > 1) {
                yield new Finding(
                    'unit.mixed',
                    Severity::Warning,
                    $charge->at . '/expr',
                    sprintf(
                        'The formula takes %s together as they are; one is multiplied as ' .
                            'if it were the other. Convert with to(option, "unit").',
                        implode(
                            ' and ',
                            array_map(
                                static fn(string $unit, string $code): string => $code . ' in ' . $unit,
                                array_keys($units),
                                $units,
                            ),
                        ),
                    ),
                    ['units' => array_keys($units)],
                );
            }
        }
    }

    /**
     * What it asks that can be missing.
     *
     * @return iterable<Finding>
     */
    private function gaps(FormulaCharge $charge, FormulaWays $ways, FormulaFailures $failures): iterable
    {
        foreach ($ways->asked as $option) {
            if ($failures->needsAnswerOf($option)) {
                yield new Finding(
                    'price.formula',
                    Severity::Blocker,
                    $charge->at . '/expr',
                    sprintf(
                        'The price needs %s, but a shopper can leave it unanswered or ' .
                            'never see it; then there is no price. Require it, or give the ' .
                            'formula a fallback with "??".',
                        $option->name(),
                    ),
                    ['needs' => $option->code],
                );
            }
            $byFigure = [];
            foreach ($failures->missingFigures($option) as [$value, $figure]) {
                $byFigure[$figure][] = $value;
            }
            foreach ($byFigure as $figure => $values) {
                $labels = implode(', ', array_map(static fn(Value $v): string => $v->label, $values));
                yield new Finding(
                    'price.formula',
                    Severity::Blocker,
                    $charge->at . '/expr',
                    sprintf(
                        'With %s %s there is no price: the formula asks for the figure ' .
                            '"%s", which %s. Give it there, or a fallback with "??".',
                        $option->name(),
                        $labels,
                        $figure,
                        1 === count($values) ? 'this value does not have' : 'these values do not have',
                    ),
                    [
                        'needs' => $option->code . '.' . $figure,
                        'values' => array_map(static fn(Value $v): string => $v->at, $values),
                    ],
                );
            }
        }
    }

    private function failure(
        Reach $reach,
        FormulaCharge $charge,
        string $reason,
        State $answers,
        int $quantity,
    ): Finding {
        $words = [];
        foreach ($answers->answers as $index => $answer) {
            $option = $reach->setup->options[$index];
            $words[] =
                $option->name() .
                ' ' .
                (new CartLineBuilder($reach->setup))->carried($option, new State([$index => $answer]));
        }
        if (str_contains($charge->formula->source, 'quantity')) {
            $words[] = 'quantity ' . $quantity;
        }
        $with = [] === $words ? 'The formula' : 'With ' . implode(', ', $words) . ' the formula';
        $message = match ($reason) {
            FormulaError::DIVISION => $with .
                ' divides by zero; then there is no price. Keep that answer out by a ' .
                'limit, or ask for it in the formula first.',
            FormulaError::SIZE => $with .
                ' comes to numbers that are too large or too fine to be worked out; then ' .
                'there is no price. Look at its powers and products.',
            default => $with .
                ' takes a yes or no for a number, or the other way round; then there is ' .
                'no price. Put the comparison before a "?".',
        };

        return new Finding('price.formula', Severity::Blocker, $charge->at . '/expr', $message, [
            'reason' => $reason,
            'pick' => StateText::pick($reach->setup, $answers),
            'quantity' => $quantity,
        ]);
    }

    /**
     * @return iterable<Finding>
     */
    private function held(FormulaCharge $charge, FormulaWays $ways): iterable
    {
        foreach (['min' => 'floor', 'max' => 'ceiling'] as $bound => $word) {
            $range = HeldRange::of($charge, $ways, $bound);
            $amount = 'min' === $bound ? $charge->min : $charge->max;
            if (null !== $range) {
                yield new Finding(
                    'price.floor',
                    Severity::Note,
                    $charge->at . '/' . $bound,
                    $range['isAll']
                        ? sprintf(
                            'The %s of %s holds whatever %s is, so the formula does nothing.',
                            $word,
                            $amount,
                            $range['option']->name(),
                        )
                        : sprintf(
                            'From %s to %s the %s of %s holds: %d answers of %s cost the same.',
                            PlainDecimal::of($range['from']),
                            PlainDecimal::of($range['to']),
                            $word,
                            $amount,
                            $range['count'],
                            $range['option']->name(),
                        ),
                    [
                        'option' => $range['option']->code,
                        'from' => PlainDecimal::of($range['from']),
                        'to' => PlainDecimal::of($range['to']),
                        'answers' => $range['count'],
                    ],
                );
            }
        }
    }

    /**
     * @return iterable<array{
     *     FormulaCharge,
     *     int|null,
     *     int|null,
     *     Condition|null,
     * }>  each formula, the option and value whose charge it is, and its condition
     */
    private function formulas(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if ($option->charge instanceof FormulaCharge) {
                yield [$option->charge, $option->index, null, null];
            }
            foreach ($option->values as $value) {
                if ($value->charge instanceof FormulaCharge) {
                    yield [$value->charge, $option->index, $value->index, null];
                }
            }
        }
        foreach ($reach->setup->charges as $charge) {
            if ($charge->charge instanceof FormulaCharge) {
                yield [$charge->charge, null, null, $charge->when];
            }
        }
    }
}
