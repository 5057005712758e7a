<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Expected;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Price\Quote;

/**
 * Each formula where its floor or ceiling holds it, and a price that comes out otherwise if it is rounded elsewhere.
 */
final class FormulaBounds implements Rule
{
    /** Ways to fill the inputs of one combination that are looked at. */
    private const LOOKS = 25;

    public function words(): string
    {
        return 'formulas where their floor or ceiling holds, and rounding';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $held = [];
        $isRounded = false;
        $rule = $maker->rule();
        $quantity = $rule->min + ($rule->allows($rule->min + 2 * $rule->step) ? 2 : 0) * $rule->step;
        foreach ($maker->states as $state) {
            $looks = 0;
            foreach ($maker->filled->of(new State(array_filter($state->answers, is_array(...)))) as $each) {
                if (++$looks > self::LOOKS) {
                    break;
                }
                $quote = $maker->appraised($each, $quantity)->quote;
                foreach ($quote->ledger as $entry) {
                    if (null === $entry->workings?->value || !$maker->isSale($each)) {
                        continue;
                    }
                    $bound = Expected::bound($entry->workings);
                    if (isset($held[$entry->at . $bound])) {
                        continue;
                    }
                    $held[$entry->at . $bound] = true;
                    $check = $maker->sale(
                        Purpose::Charge,
                        sprintf('%s where its %s holds it', $entry->label, '/min' === $bound ? 'floor' : 'ceiling'),
                        [$entry->at . $bound],
                        $each,
                    );
                    if (null !== $check) {
                        yield $check;
                    }
                }
                if (!$isRounded && $this->tellsRounding($maker, $quote, $quantity) && $maker->isSale($each)) {
                    $isRounded = true;
                    $check = $maker->sale(
                        Purpose::Rounding,
                        'a price that shows where it is rounded',
                        ['/rounding'],
                        $each,
                        $quantity,
                    );
                    if (null !== $check) {
                        yield $check;
                    }
                }
            }
        }
    }

    /** Whether rounding each amount, the unit price or the line would come out differently. */
    private function tellsRounding(CheckMaker $maker, Quote $quote, int $quantity): bool
    {
        $round = $maker->reach->setup->rounded(...);
        $whole = $quote->base;
        $parts = $round($quote->base);
        foreach ($quote->ledger as $entry) {
            if (null === $entry->workings) {
                return false;
            }
            if (!$entry->perLine) {
                $whole = $whole->plus($entry->workings->amount);
                $parts = $parts->plus($round($entry->workings->amount));
            }
        }
        $byUnit = $round($whole)->multipliedBy($quantity);

        return !$byUnit->isEqualTo($parts->multipliedBy($quantity)) ||
            !$byUnit->isEqualTo($round($whole->multipliedBy($quantity)));
    }
}
