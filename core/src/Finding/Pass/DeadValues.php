<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\IsTest;
use Ithrel\Core\Setup\Kind;

/**
 * reach.value-dead: a value that is in no selectable combination.
 */
final class DeadValues implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 === gmp_sign($reach->selectable())) {
            return;
        }
        $deadOptions = array_fill_keys($reach->deadOptions(), true);
        $never = [];
        foreach ($reach->deadValues() as $dead) {
            if (!$dead['offered']) {
                $option = $reach->setup->options[$dead['option']];
                $never[$option->code][$option->values[$dead['value']]->code] = true;
            }
        }
        foreach ($reach->deadValues() as ['option' => $o, 'value' => $v, 'offered' => $offered]) {
            $option = $reach->setup->options[$o];
            $value = $option->values[$v];
            if (isset($deadOptions[$o]) || (!$offered && $this->followsFrom($value->allowedWhen, $never))) {
                continue;
            }
            $name = Kind::Flag === $option->kind ? $option->name() : $option->name().': '.$value->label;
            $detail = ['option' => $option->code, 'value' => $value->code, 'cause' => $offered ? 'never-stocked' : 'never-offered'];
            if ($value->hidden) {
                yield new Finding('reach.value-dead', Severity::Note, $value->at.'/hidden', sprintf('%s is kept for later and not offered.', $name), $detail);
            } elseif (!$offered) {
                $detail['places'] = null === $value->allowedWhen ? [$option->at] : [$value->allowedWhen->at()];
                yield new Finding('reach.value-dead', Severity::Blocker, null === $value->allowedWhen ? $value->at : $value->at.'/allowedWhen', sprintf('%s can never be chosen in a form that can be completed.%s', $name, null === $value->allowedWhen ? ' Look at what else becomes required with it.' : ' Its condition never holds where the option is shown; mend it or take the value out.'), $detail);
            } else {
                $own = !$reach->board->stock->hasValue($o, $v);
                yield new Finding('reach.value-dead', Severity::Warning, $own && null !== $value->stock ? $value->at.'/stock' : $value->at, sprintf('%s is shown and can be chosen, but never bought: %s.', $name, $own ? 'it is sold out' : 'no variant row in stock goes with it'), $detail);
            }
        }
    }

    /**
     * Whether a condition waits for values that are dead themselves; then those are told, not this.
     *
     * @param array<string, array<string, true>> $never option code => codes of values never offered
     */
    private function followsFrom(?Condition $condition, array $never): bool
    {
        if ($condition instanceof All) {
            foreach ($condition->parts as $part) {
                if ($this->followsFrom($part, $never)) {
                    return true;
                }
            }
        }

        return $condition instanceof IsTest && is_array($condition->is) && [] !== $condition->is
            && [] === array_filter($condition->is, static fn (string $value): bool => !isset($never[$condition->option][$value]));
    }
}
