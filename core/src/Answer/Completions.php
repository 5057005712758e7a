<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Limit\Input;

/**
 * The states that some inputs can make of given choices: each input left empty or filled as the page allows, and every
 * choice that asks an input still as it is.
 */
final readonly class Completions
{
    /**
     * @param list<int> $inputs options, in walk order
     * @param list<int> $dependents choices whose conditions ask the inputs
     * @param array<int, list<Input>> $answers option => answers to try, in this order
     * @param bool $filled whether optional inputs are tried filled before they are tried empty
     */
    public function __construct(
        private Page $page,
        private array $inputs,
        private array $dependents,
        private array $answers,
        private bool $filled = false,
    ) {}

    /**
     * Completions over all inputs of a setup.
     *
     * @param array<int, list<Input>> $answers
     */
    public static function ofAll(Page $page, array $answers, bool $filled): self
    {
        $inputs = array_values(
            array_filter(
                $page->dependencies->walk,
                static fn(int $o): bool => $page->setup->options[$o]->kind->isInput(),
            ),
        );

        return new self($page, $inputs, $page->dependencies->choicesAsking($inputs), $answers, $filled);
    }

    /**
     * @return iterable<State>
     */
    public function of(State $choices): iterable
    {
        yield from $this->extend($choices, 0);
    }

    public function first(State $choices): ?State
    {
        foreach ($this->of($choices) as $state) {
            return $state;
        }

        return null;
    }

    /**
     * @return iterable<State>
     */
    private function extend(State $state, int $at): iterable
    {
        if (!isset($this->inputs[$at])) {
            if ($this->fits($state)) {
                yield $state;
            }

            return;
        }
        $option = $this->page->setup->options[$this->inputs[$at]];
        $isShown = $this->page->isShown($option, $state);
        $empty = !$isShown || !$option->required;
        if ($empty && !$this->filled) {
            yield from $this->extend($state, $at + 1);
        }
        foreach ($isShown ? $this->answers[$option->index] ?? [] : [] as $input) {
            yield from $this->extend($state->with($option->index, $input), $at + 1);
        }
        if ($empty && $this->filled) {
            yield from $this->extend($state, $at + 1);
        }
    }

    /** Whether the choices that ask the inputs could be as they are. */
    private function fits(State $state): bool
    {
        foreach ($this->dependents as $index) {
            $option = $this->page->setup->options[$index];
            $isShown = $this->page->isShown($option, $state);
            if (!$state->has($index)) {
                if ($option->required && $isShown) {
                    return false;
                }
            } elseif (!$isShown || [] !== array_diff($state->picked($index), $this->page->allowed($option, $state))) {
                return false;
            }
        }

        return true;
    }
}
