<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\Type\Ordered;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Condition\CompareTest;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\PicksTest;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Value;

/**
 * Each comparison in a condition at its bound itself and one step beyond: "above 150" at 150, where "at least 150"
 * would differ, and at 151, where "above 151" would.
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
        return 'each bound of a condition';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $page = $maker->page;
        foreach ($maker->reach->setup->options as $option) {
            foreach (null === $option->shownWhen ? [] : $this->at($maker, $option->shownWhen) as [$words, $state]) {
                $isShown = $page->isShown($option, $state);
                yield from array_filter([
                    $maker->look(
                        Purpose::Condition,
                        sprintf('%s is %s %s', $option->name(), $isShown ? 'offered' : 'not offered', $words),
                        [$option->code, null, $isShown],
                        [$option->at . '/shownWhen'],
                        $state,
                    ),
                ]);
            }
            foreach ($option->values as $value) {
                foreach (
                    null === $value->allowedWhen || $value->hidden
                        ? []
                        : $this->at($maker, $value->allowedWhen, $option)
                    as [$words, $state]
                ) {
                    $isAllowed = in_array($value->index, $page->allowed($option, $state), true);
                    yield from array_filter([
                        $maker->look(
                            Purpose::Condition,
                            sprintf(
                                '%s is %s %s',
                                $maker->name($option, $value->index),
                                $isAllowed ? 'offered' : 'not offered',
                                $words,
                            ),
                            [$option->code, $value->code, $isAllowed],
                            [$value->at . '/allowedWhen'],
                            $state,
                        ),
                    ]);
                }
            }
        }
        foreach ($maker->reach->setup->charges as $charge) {
            foreach (null === $charge->when ? [] : $this->at($maker, $charge->when, null, true) as [$words, $state]) {
                yield from array_filter([
                    $maker->sale(Purpose::Condition, sprintf('%s %s', $charge->label, $words), [$charge->at], $state),
                ]);
            }
        }
    }

    /**
     * @param Option|null $shown an option that has to be shown
     * @param bool $isSale whether the state has to be one that can be bought
     *
     * @return iterable<array{string, State}> "where Width is 150", and a state in which it is
     */
    private function at(CheckMaker $maker, Condition $condition, ?Option $shown = null, bool $isSale = false): iterable
    {
        foreach ($condition->tests() as $test) {
            $option =
                $test instanceof CompareTest || $test instanceof PicksTest
                    ? $maker->reach->setup->option($test->option)
                    : null;
            if (null === $option) {
                continue;
            }
            foreach (
                $test instanceof PicksTest ? $this->picks($option, $test) : $this->inputs($option, $test)
                as [$words, $answer, $other]
            ) {
                $decides = static fn(State $s): bool => $maker->page->truth->holds(
                    $condition,
                    $s->with($option->index, $answer),
                ) !== $maker->page->truth->holds($condition, $s->with($option->index, $other));
                $state = $this->state($maker, $option, $answer, $shown, $isSale, $decides);
                if (null !== $state) {
                    yield [sprintf('where %s is %s', $option->name(), $words), $state];
                }
            }
        }
    }

    /**
     * What stands at each bound and one step beyond, on the side where it changes.
     *
     * @return iterable<array{string, Input, Input}> in words, the answer, and that of the other side
     */
    private function inputs(Option $option, Test $test): iterable
    {
        $type = $option->type;
        if (!($test instanceof CompareTest) || !$test->fits($option) || !($type instanceof Ordered)) {
            return;
        }
        $step = $type->step();
        foreach ([[$test->atLeast, -1], [$test->below, -1], [$test->atMost, 1], [$test->above, 1]] as [$bound, $side]) {
            if (null === $bound) {
                continue;
            }
            [$at, $beyond] = [$type->at($bound), $type->at($bound->plus($step->multipliedBy($side)))];
            foreach ([[$at, $beyond], [$beyond, $at]] as [$each, $other]) {
                if ([] === $this->inputs->problems($option, $each)) {
                    yield [$each->text, $each, $other];
                }
            }
        }
    }

    /**
     * @return iterable<array{
     *     string,
     *     non-empty-list<int>|null,
     *     non-empty-list<int>|null,
     * }>  in words, as many picks from the first value, and those of the other side
     */
    private function picks(Option $option, PicksTest $test): iterable
    {
        $values = array_map(
            static fn(Value $v): int => $v->index,
            array_values(
                array_filter($option->values, static fn(Value $v): bool => !$v->hidden && null === $v->allowedWhen),
            ),
        );
        foreach ([[$test->picks->atLeast, -1], [$test->picks->atMost, 1]] as [$bound, $side]) {
            foreach (null === $bound ? [] : [[$bound, $bound + $side], [$bound + $side, $bound]] as [$count, $other]) {
                if (
                    $count >= max(0, $option->picks->min ?? 0) &&
                    $count <= min(count($values), $option->picks->max ?? $count)
                ) {
                    yield [
                        sprintf('answered with %d', $count),
                        self::first($values, $count),
                        self::first($values, $other),
                    ];
                }
            }
        }
    }

    /**
     * @param list<int> $values
     *
     * @return non-empty-list<int>|null
     */
    private static function first(array $values, int $count): ?array
    {
        $first = array_slice($values, 0, max(0, $count));

        return [] === $first ? null : $first;
    }

    /**
     * A state with the answer: one in which the bound decides where there is one, else any.
     *
     * @param non-empty-list<int>|Input|null $answer
     * @param \Closure(State): bool $decides
     */
    private function state(
        CheckMaker $maker,
        Option $option,
        array|Input|null $answer,
        ?Option $shown,
        bool $isSale,
        \Closure $decides,
    ): ?State {
        $states = array_slice($maker->states, 0, self::LOOKS);
        $deciding = array_filter($states, $decides);
        foreach ([...$deciding, ...array_diff_key($states, $deciding)] as $state) {
            if (!$maker->page->isShown($option, $state)) {
                continue;
            }
            $after = $maker->steps->click($state, $option->index, $answer);
            foreach (
                $isSale ? [$after, ...array_filter([$this->sold($maker, $after, $option, $answer)])] : [$after]
                as $each
            ) {
                if (
                    ($isSale ? $maker->isSale($each) : null === $shown || $maker->page->isShown($shown, $each)) &&
                    $maker->isReachable($each)
                ) {
                    return $each;
                }
            }
        }

        return null;
    }

    /**
     * What the answer made required is filled in, and the answer itself kept.
     *
     * @param non-empty-list<int>|Input|null $answer
     */
    private function sold(CheckMaker $maker, State $state, Option $option, array|Input|null $answer): ?State
    {
        return $maker->filledAnew($state)?->with($option->index, $answer);
    }
}
