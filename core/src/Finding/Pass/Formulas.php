<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\CartLineBuilder;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Price\ZeroDivisor;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Condition\Condition;

/**
 * price.formula: a formula that can meet an answer that is not there, or divide by zero; unit.mixed: lengths in
 * different units in one formula.
 */
final class Formulas implements Pass
{
    public function find(Reach $reach): iterable
    {
        $zeros = new ZeroDivisor($reach);
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
                $certain = $option->index === $of || ($option->required && ($reach->isAlwaysShown($option->index) || null === $option->shownWhen));
                if (!$certain && !str_contains($charge->formula->source, '??') && !str_contains($charge->formula->source, 'filled(')) {
                    yield new Finding('price.formula', Severity::Blocker, $charge->at.'/expr', sprintf('The price needs %s, but a shopper can leave it unanswered or never see it; then there is no price. Require it, or give the formula a fallback with "??".', $option->name()), ['needs' => $option->code]);
                }
            }
            $zero = $zeros->of($charge->formula, $when, $of, $value);
            if (null !== $zero) {
                $words = [];
                foreach ($zero['answers']->answers as $index => $answer) {
                    $option = $reach->setup->options[$index];
                    $words[] = $option->name().' '.(new CartLineBuilder($reach->setup))->carried($option, new State([$index => $answer]));
                }
                if (str_contains($charge->formula->source, 'quantity')) {
                    $words[] = 'quantity '.$zero['quantity'];
                }
                yield new Finding('price.formula', Severity::Blocker, $charge->at.'/expr', sprintf('%s divides by zero; then there is no price. Keep that answer out by a limit, or ask for it in the formula first.', [] === $words ? 'The formula' : 'With '.implode(', ', $words).' the formula'), ['pick' => StateText::pick($reach->setup, $zero['answers']), 'quantity' => $zero['quantity']]);
            }
            if (count($units) > 1) {
                yield new Finding('unit.mixed', Severity::Warning, $charge->at.'/expr', sprintf('The formula takes %s together as they are; one is multiplied as if it were the other. Convert with to(option, "unit").', implode(' and ', array_map(static fn (string $unit, string $code): string => $code.' in '.$unit, array_keys($units), $units))), ['units' => array_keys($units)]);
            }
        }
    }

    /**
     * @return iterable<array{FormulaCharge, int|null, int|null, Condition|null}> each formula, the option and value whose charge it is, and its condition
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
