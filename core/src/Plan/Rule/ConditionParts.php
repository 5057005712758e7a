<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Decisions;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Condition\Test;

/**
 * Each condition where each of its parts decides alone.
 */
final class ConditionParts implements Rule
{
    public function words(): string
    {
        return 'each condition where each of its parts decides alone';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $page = $maker->page;
        $decisions = new Decisions($page, $maker->steps, $maker->states, $maker->samples);
        $count = 0;
        foreach ($maker->reach->setup->options as $option) {
            if (null !== $option->shownWhen && ++$count <= CheckMaker::MOST_OF_A_KIND) {
                foreach (
                    $decisions->of(
                        $option->shownWhen,
                        static fn(State $s): ?State => $maker->isReachable($s) ? $s : null,
                    )
                    as $state
                ) {
                    $isShown = $page->isShown($option, $state);
                    yield from array_filter([
                        $maker->look(
                            Purpose::Condition,
                            sprintf('%s is %s', $option->name(), $isShown ? 'offered' : 'not offered'),
                            [$option->code, null, $isShown],
                            [$option->at . '/shownWhen'],
                            $state,
                        ),
                    ]);
                }
            }
            foreach ($option->values as $value) {
                if (null === $value->allowedWhen || $value->hidden || ++$count > CheckMaker::MOST_OF_A_KIND) {
                    continue;
                }
                foreach (
                    $decisions->of(
                        $value->allowedWhen,
                        static fn(State $s): ?State => $page->isShown($option, $s) && $maker->isReachable($s)
                            ? $s
                            : null,
                    )
                    as $state
                ) {
                    $isAllowed = in_array($value->index, $page->allowed($option, $state), true);
                    yield from array_filter([
                        $maker->look(
                            Purpose::Condition,
                            sprintf(
                                '%s is %s',
                                $maker->name($option, $value->index),
                                $isAllowed ? 'offered' : 'not offered',
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
            if (
                null === $charge->when ||
                [] !== array_filter($charge->when->tests(), static fn(Test $t): bool => $t instanceof QuantityTest) ||
                ++$count > CheckMaker::MOST_OF_A_KIND
            ) {
                continue;
            }
            foreach (
                $decisions->of(
                    $charge->when,
                    static fn(State $s): ?State => $maker->isSale($s) && $maker->isReachable($s)
                        ? $s
                        : $maker->filledAnew($s),
                )
                as $state
            ) {
                yield from array_filter([
                    $maker->sale(
                        Purpose::Condition,
                        sprintf('%s where its condition decides', $charge->label),
                        [$charge->at],
                        $state,
                    ),
                ]);
            }
        }
    }
}
