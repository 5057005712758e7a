<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Each value that costs, weighs or shows something, in two states that differ in nothing else.
 */
final class ChargeAlone implements Rule
{
    public function words(): string
    {
        return 'each charge beside the same without it';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $count = 0;
        foreach ($maker->reach->setup->options as $option) {
            foreach ($option->values as $value) {
                if (
                    (null === $value->charge &&
                        null === $value->item &&
                        null === $value->image &&
                        null === $value->weight) ||
                    ++$count > CheckMaker::MOST_OF_A_KIND
                ) {
                    continue;
                }
                yield from $this->pair($maker, $option, $value->index, $value->charge->at ?? $value->at);
            }
        }
    }

    /**
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function pair(CheckMaker $maker, Option $option, int $value, string $at): iterable
    {
        foreach ($maker->states as $state) {
            $with = $this->with($maker, $state, $option, $value, true);
            $without = $this->with($maker, $state, $option, $value, false);
            if (null === $with || null === $without) {
                continue;
            }
            $name = $maker->name($option, $value);
            $isLeftOut = Kind::Flag === $option->kind || Kind::Several === $option->kind || !$option->required;
            yield from array_filter([
                $maker->sale(Purpose::Charge, sprintf('%s alone', $name), [$at], $with),
                $isLeftOut
                    ? $maker->sale(Purpose::Charge, sprintf('the same without %s', $name), [$at], $without)
                    : null,
            ]);

            return;
        }
    }

    /** A state with one value more, or less, that is still complete and selectable with nothing else changed. */
    private function with(CheckMaker $maker, State $state, Option $option, int $value, bool $picked): ?State
    {
        if (!$maker->page->isShown($option, $state)) {
            return null;
        }
        if (Kind::Several === $option->kind) {
            $picks = $picked
                ? [...$state->picked($option->index), $value]
                : array_diff($state->picked($option->index), [$value]);
            $picks = array_values(array_unique($picks));
            sort($picks);
            $answer = [] === $picks ? null : $picks;
        } elseif ($picked) {
            $answer = [$value];
        } else {
            $others = array_values(array_diff($maker->page->allowed($option, $state), [$value]));
            $answer = !$option->required ? null : ([] === $others ? null : [$others[0]]);
        }
        $changed = $state->with($option->index, $answer);

        return $maker->isSale($changed) ? $changed : null;
    }
}
