<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\Completions;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Finds how an answer is given, and then hidden or forbidden again by changing what let it be given.
 */
final readonly class SwitchBack
{
    private Page $page;

    /**
     * @param list<State> $states complete and selectable
     * @param array<int, list<Input>> $samples of inputs
     * @param \Closure(State): bool $isSale whether a state can be bought as it stands
     */
    public function __construct(
        private Reach $reach,
        private Steps $steps,
        private Completions $filled,
        private array $states,
        private array $samples,
        private \Closure $isSale,
    ) {
        $this->page = $reach->board->page;
    }

    /**
     * @param int|null $value one value of the option; null: any answer
     *
     * @return array{
     *     State,
     *     Option,
     *     non-empty-list<int>|Input|null,
     *     State,
     * }|null  a state with the answer; the option that is changed and its new answer; and a state that can be bought
     *     without the answer
     */
    public function of(Option $option, ?int $value, Condition $condition): ?array
    {
        foreach ($this->states as $state) {
            $given = $this->given($state, $option, $value);
            if (null === $given) {
                continue;
            }
            foreach ($this->page->dependencies->optionsIn($condition) as $index) {
                $trigger = $this->page->setup->options[$index];
                if ($index === $option->index || !$this->page->isShown($trigger, $given)) {
                    continue;
                }
                foreach ($this->answers($trigger, $given) as $answer) {
                    $after = $this->steps->click($given, $index, $answer);
                    if ($this->has($after, $option, $value)) {
                        continue;
                    }
                    $sale = $this->completed($after, $option, $value);
                    if (null !== $sale) {
                        return [$given, $trigger, $answer, $sale];
                    }
                }
            }
        }

        return null;
    }

    /**
     * Another answer rather than none, as a shopper changes her mind.
     *
     * @return list<non-empty-list<int>|Input|null>
     */
    private function answers(Option $option, State $state): array
    {
        $answers = $option->kind->isInput()
            ? $this->samples[$option->index] ?? []
            : [...$this->page->answers($option, $state)];

        return [...array_values(array_filter($answers, static fn(array|Input|null $a): bool => null !== $a)), null];
    }

    private function given(State $state, Option $option, ?int $value): ?State
    {
        if ($this->has($state, $option, $value)) {
            return $state;
        }
        if (!$this->page->isShown($option, $state)) {
            return null;
        }
        $answers = match (true) {
            null === $value => $option->kind->isInput()
                ? $this->samples[$option->index] ?? []
                : $this->page->answers($option, $state),
            Kind::Several === $option->kind => [$this->sorted([...$state->picked($option->index), $value]), [$value]],
            default => [[$value]],
        };
        foreach ($answers as $answer) {
            // What is sold out can be given all the same; it is not bought.
            $given =
                null === $answer ||
                (is_array($answer) && [] !== array_diff($answer, $this->page->allowed($option, $state)))
                    ? $state
                    : $this->steps->click($state, $option->index, $answer);
            if ($this->has($given, $option, $value)) {
                return $given;
            }
        }

        return null;
    }

    private function has(State $state, Option $option, ?int $value): bool
    {
        return null === $value ? $state->has($option->index) : in_array($value, $state->picked($option->index), true);
    }

    private function completed(State $after, Option $option, ?int $value): ?State
    {
        if (($this->isSale)($after)) {
            return $after;
        }
        $filled = $this->filled->first(new State(array_filter($after->answers, is_array(...))));
        foreach ([...null === $filled ? [] : [$filled], ...$this->nearest($after)] as $sale) {
            if (($this->isSale)($sale) && !$this->has($sale, $option, $value)) {
                return $sale;
            }
        }

        return null;
    }

    /**
     * Combinations that keep what is answered; what is still asked for is free.
     *
     * @return iterable<State>
     */
    private function nearest(State $after): iterable
    {
        $pins = [];
        foreach ($this->page->setup->options as $option) {
            if (!$option->kind->isChoice() || (!$after->has($option->index) && $this->page->isShown($option, $after))) {
                continue;
            }
            foreach ($this->reach->board->cellsOf[$option->index] as $cell) {
                $pins[$cell] = [$this->reach->board->letterIn($after, $cell) => true];
            }
        }
        foreach ((new Listing($this->reach, Listing::SELECTABLE, $pins))->from(gmp_init(0), 3) as $choices) {
            $state = $this->filled->first($choices);
            if (null !== $state) {
                yield $state;
            }
        }
    }

    /**
     * @param non-empty-list<int> $picks
     *
     * @return non-empty-list<int>
     */
    private function sorted(array $picks): array
    {
        sort($picks);

        return $picks;
    }
}
