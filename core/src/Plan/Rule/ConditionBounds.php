<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\InputCheck;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Option;

/**
 * Each comparison in a condition at its bound itself: "above 150" at 150, where "at least 150" would differ.
 */
final class ConditionBounds implements Rule
{
    /** States looked at for one bound. */
    private const LOOKS = 60;

    private InputCheck $inputs;

    public function __construct()
    {
        $this->inputs = new InputCheck();
    }

    public function words(): string
    {
        return 'each bound of a condition itself';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $page = $maker->page;
        foreach ($maker->reach->setup->options as $option) {
            foreach (null === $option->shownWhen ? [] : $this->at($maker, $option->shownWhen) as [$words, $state]) {
                $isShown = $page->isShown($option, $state);
                yield from array_filter([$maker->look(Purpose::Condition, sprintf('%s is %s %s', $option->name(), $isShown ? 'offered' : 'not offered', $words), [$option->code, null, $isShown], [$option->at.'/shownWhen'], $state)]);
            }
            foreach ($option->values as $value) {
                foreach (null === $value->allowedWhen || $value->hidden ? [] : $this->at($maker, $value->allowedWhen, $option) as [$words, $state]) {
                    $isAllowed = in_array($value->index, $page->allowed($option, $state), true);
                    yield from array_filter([$maker->look(Purpose::Condition, sprintf('%s is %s %s', $maker->name($option, $value->index), $isAllowed ? 'offered' : 'not offered', $words), [$option->code, $value->code, $isAllowed], [$value->at.'/allowedWhen'], $state)]);
                }
            }
        }
        foreach ($maker->reach->setup->charges as $charge) {
            foreach (null === $charge->when ? [] : $this->at($maker, $charge->when, null, true) as [$words, $state]) {
                yield from array_filter([$maker->sale(Purpose::Condition, sprintf('%s %s', $charge->label, $words), [$charge->at], $state)]);
            }
        }
    }

    /**
     * @param Option|null $shown  an option that has to be shown
     * @param bool        $isSale whether the state has to be one that can be bought
     *
     * @return iterable<array{string, State}> "where Width is 150", and a state in which it is
     */
    private function at(CheckMaker $maker, Condition $condition, ?Option $shown = null, bool $isSale = false): iterable
    {
        foreach ($condition->tests() as $test) {
            if (!$test instanceof CompareTest) {
                continue;
            }
            $option = $maker->reach->setup->option($test->option);
            if (null === $option) {
                continue;
            }
            foreach ([$test->atLeast, $test->atMost, $test->above, $test->below] as $bound) {
                $input = null === $bound ? null : $this->input($option, $bound);
                $state = null === $input ? null : $this->state($maker, $option, $input, $shown, $isSale);
                if (null !== $input && null !== $state) {
                    yield [sprintf('where %s is %s', $option->name(), $input->text), $state];
                }
            }
        }
    }

    private function input(Option $option, BigDecimal $bound): ?Input
    {
        if (null === $option->number && null === $option->date) {
            return null;
        }
        $input = null === $option->date ? Input::number($bound) : Input::day($bound->toInt());

        return [] === $this->inputs->problems($option, $input) ? $input : null;
    }

    private function state(CheckMaker $maker, Option $option, Input $input, ?Option $shown, bool $isSale): ?State
    {
        foreach (array_slice($maker->states, 0, self::LOOKS) as $state) {
            if (!$maker->page->isShown($option, $state)) {
                continue;
            }
            $after = $maker->steps->click($state, $option->index, $input);
            foreach ($isSale ? [$after, ...array_filter([$this->sold($maker, $after, $option, $input)])] : [$after] as $each) {
                if (($isSale ? $maker->isSale($each) : null === $shown || $maker->page->isShown($shown, $each)) && $maker->isReachable($each)) {
                    return $each;
                }
            }
        }

        return null;
    }

    /** What the input made required is filled in, and the input itself kept. */
    private function sold(CheckMaker $maker, State $state, Option $option, Input $input): ?State
    {
        return $maker->filledAnew($state)?->with($option->index, $input);
    }
}
