<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FormulaCharge;

/**
 * price.formula: a formula that can meet an answer that is not there; unit.mixed: lengths in different units in one formula.
 */
final class Formulas implements Pass
{
    public function find(Reach $reach): iterable
    {
        foreach ($this->formulas($reach) as [$charge, $of]) {
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
            if (count($units) > 1) {
                yield new Finding('unit.mixed', Severity::Warning, $charge->at.'/expr', sprintf('The formula takes %s together as they are; one is multiplied as if it were the other. Convert with to(option, "unit").', implode(' and ', array_map(static fn (string $unit, string $code): string => $code.' in '.$unit, array_keys($units), $units))), ['units' => array_keys($units)]);
            }
        }
    }

    /**
     * @return iterable<array{FormulaCharge, int|null}> each formula and the option whose charge it is
     */
    private function formulas(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            if ($option->charge instanceof FormulaCharge) {
                yield [$option->charge, $option->index];
            }
            foreach ($option->values as $value) {
                if ($value->charge instanceof FormulaCharge) {
                    yield [$value->charge, $option->index];
                }
            }
        }
        foreach ($reach->setup->charges as $charge) {
            if ($charge->charge instanceof FormulaCharge) {
                yield [$charge->charge, null];
            }
        }
    }
}
