<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Option;

/**
 * Whether the unit price of a combination hangs on what is typed or uploaded beside it.
 */
final readonly class InputInfluence
{
    public function __construct(private Page $page) {}

    /**
     * @param State $choices the choices alone
     */
    public function decidesUnitPrice(State $choices): bool
    {
        $setup = $this->page->setup;
        foreach ($setup->options as $option) {
            if ($option->kind->isInput()) {
                if (null !== $option->charge && !$option->charge->perLine && $this->canBeFilled($option, $choices)) {
                    return true;
                }
                continue;
            }
            $charges = $choices->has($option->index) ? [$option->charge] : [];
            foreach ($choices->picked($option->index) as $value) {
                $charges[] = $option->values[$value]->own ? null : $option->values[$value]->charge;
            }
            foreach ($charges as $charge) {
                if ($this->asksInput($charge, $choices)) {
                    return true;
                }
            }
        }
        foreach ($setup->charges as $charge) {
            if (
                !$charge->charge->perLine &&
                ($this->testsInput($charge->when, $choices) || $this->asksInput($charge->charge, $choices))
            ) {
                return true;
            }
        }

        return false;
    }

    private function asksInput(?Charge $charge, State $choices): bool
    {
        if (!($charge instanceof FormulaCharge) || $charge->perLine) {
            return false;
        }
        foreach ($charge->formula->names() as ['name' => $name]) {
            $option = $this->page->setup->option($name);
            if (null !== $option && $option->kind->isInput() && $this->canBeFilled($option, $choices)) {
                return true;
            }
        }

        return false;
    }

    private function testsInput(?Condition $condition, State $choices): bool
    {
        foreach ($condition?->tests() ?? [] as $test) {
            $option = null === $test->option() ? null : $this->page->setup->option($test->option());
            if (null !== $option && $option->kind->isInput() && $this->canBeFilled($option, $choices)) {
                return true;
            }
        }

        return false;
    }

    private function canBeFilled(Option $option, State $choices): bool
    {
        return [] !== $this->page->inputs[$option->index] &&
            ($this->testsInput($option->shownWhen, $choices) || $this->page->isShown($option, $choices));
    }
}
