<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Option;

/**
 * Each formula with each value that has a figure in it, where neither floor nor ceiling hides what the figure does.
 */
final class FigureAlone implements Rule
{
    /** Ways to fill the inputs of one combination that are looked at. */
    private const LOOKS = 25;

    /** Combinations that are looked at for one value. */
    private const STATES = 12;

    public function words(): string
    {
        return 'each figure of a formula where neither floor nor ceiling holds it';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $count = 0;
        foreach ($this->formulas($maker) as $charge) {
            $options = [];
            foreach (array_unique(array_column($charge->formula->names(), 'name')) as $name) {
                $option = str_contains($name, '.') ? $maker->reach->setup->option(explode('.', $name)[0]) : null;
                if (null !== $option) {
                    $options[$option->index] = $option;
                }
            }
            foreach ([] === $options ? [null] : $options as $option) {
                foreach (null === $option ? [null] : array_keys($option->values) as $value) {
                    $found =
                        $count < CheckMaker::MOST_OF_A_KIND ? $this->found($maker, $charge, $option, $value) : null;
                    if (null === $found) {
                        continue;
                    }
                    [$state, $entry] = $found;
                    $about =
                        null === $option || null === $value
                            ? sprintf('%s by itself', $entry->label)
                            : sprintf('%s with %s', $entry->label, $maker->name($option, $value));
                    $places =
                        null === $option || null === $value
                            ? [$charge->at]
                            : [$charge->at, $option->values[$value]->at];
                    $check = $maker->sale(Purpose::Charge, $about, $places, $state);
                    if (null !== $check) {
                        ++$count;
                        yield $check;
                    }
                }
            }
        }
    }

    /**
     * @return iterable<FormulaCharge>
     */
    private function formulas(CheckMaker $maker): iterable
    {
        $setup = $maker->reach->setup;
        $charges = [];
        foreach ($setup->options as $option) {
            array_push(
                $charges,
                $option->charge,
                ...array_map(static fn(\Ithrel\Core\Setup\Value $v): ?Charge => $v->charge, $option->values),
            );
        }
        array_push(
            $charges,
            ...array_map(static fn(\Ithrel\Core\Setup\SetupCharge $c): Charge => $c->charge, $setup->charges),
        );
        foreach ($charges as $charge) {
            if ($charge instanceof FormulaCharge) {
                yield $charge;
            }
        }
    }

    /**
     * @return array{State, LedgerEntry}|null
     */
    private function found(CheckMaker $maker, FormulaCharge $charge, ?Option $option, ?int $value): ?array
    {
        $looked = 0;
        foreach ($maker->states as $state) {
            $choices = new State(array_filter($state->answers, is_array(...)));
            if (null !== $option && null !== $value) {
                if (
                    !$maker->page->isShown($option, $state) ||
                    !in_array($value, $maker->page->allowed($option, $state), true)
                ) {
                    continue;
                }
                $choices = $choices->with($option->index, [$value]);
            }
            if (++$looked > self::STATES) {
                break;
            }
            $looks = 0;
            foreach ($maker->filled->of($choices) as $each) {
                if (++$looks > self::LOOKS) {
                    break;
                }
                foreach ($maker->isSale($each) ? $maker->appraised($each)->quote->ledger : [] as $entry) {
                    if (
                        $entry->at === $charge->at &&
                        null !== $entry->workings &&
                        null === $entry->workings->value &&
                        !$entry->workings->amount->isZero()
                    ) {
                        return [$each, $entry];
                    }
                }
            }
        }

        return null;
    }
}
