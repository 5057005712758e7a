<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Work\Budget;

/**
 * What the product page does: what is shown and allowed in a state, what a click leads to.
 */
final readonly class Page
{
    public Truth $truth;

    /** @var list<list<Input>> for each option one permitted input of each class */
    public array $inputs;

    /** @var list<Option> that may take a default when they become shown, as they are not always shown */
    private array $comers;

    /** @var array<int, true> positions of the options whose answers can come to go again */
    private array $fleeting;

    public function __construct(public Setup $setup, public Dependencies $dependencies)
    {
        $this->truth = new Truth($setup);
        $tests = $dependencies->testsByOption();
        $classes = new InputClasses($setup);
        $inputs = [];
        foreach ($setup->options as $option) {
            $inputs[] = $classes->of($option, $tests[$option->index] ?? []);
        }
        $this->inputs = $inputs;
        $this->comers = array_values(
            array_filter(
                $setup->options,
                static fn(Option $o): bool => null !== $o->shownWhen &&
                    (null !== $o->default || in_array(true, array_column($o->values, 'default'), true)),
            ),
        );
        $this->fleeting = array_fill_keys(
            array_keys(array_filter($setup->options, static fn(Option $o): bool => self::isFleeting($o))),
            true,
        );
    }

    private static function isFleeting(Option $option): bool
    {
        foreach ($option->values as $value) {
            if ($value->hidden || null !== $value->allowedWhen) {
                return true;
            }
        }

        return null !== $option->shownWhen;
    }

    public function isShown(Option $option, State $state): bool
    {
        return $this->truth->holds($option->shownWhen, $state);
    }

    /**
     * @return list<int> positions of the values on offer
     */
    public function allowed(Option $option, State $state): array
    {
        $allowed = [];
        foreach ($option->values as $value) {
            if (!$value->hidden && $this->truth->holds($value->allowedWhen, $state)) {
                $allowed[] = $value->index;
            }
        }

        return $allowed;
    }

    /** The page as it opens: the defaults of the options shown. */
    public function opening(): State
    {
        return $this->settle(new State(), $this->setup->options, []);
    }

    /**
     * The state after one answer is given, changed or (null) emptied.
     *
     * @param non-empty-list<int>|Input|null $answer
     */
    public function click(State $state, int $option, array|Input|null $answer): State
    {
        $shown = [];
        foreach ($this->comers as $each) {
            $shown[$each->index] = $this->isShown($each, $state);
        }

        return $this->settle($state->with($option, $answer), $this->comers, $shown);
    }

    /**
     * Drops what is no longer shown or allowed; then each option that became shown takes its default, once.
     *
     * @param list<Option> $options that may become shown
     * @param array<int, bool> $shownBefore by option position
     */
    private function settle(State $state, array $options, array $shownBefore): State
    {
        Budget::ask();
        $state = $this->drop($state);
        do {
            $again = false;
            foreach ($options as $option) {
                if (($shownBefore[$option->index] ?? false) || !$this->isShown($option, $state)) {
                    continue;
                }
                $shownBefore[$option->index] = true;
                $default = $this->defaultOf($option, $state);
                if (null !== $default && !$state->has($option->index)) {
                    $state = $this->drop($state->with($option->index, $default));
                    $again = true;
                    break;
                }
            }
        } while ($again);

        return $state;
    }

    /**
     * Takes away, in display order and until nothing changes, what is no longer shown or allowed.
     *
     * @param list<array{int, int|null}>|null $dropped collects option and value (null: the whole answer) of each drop
     */
    public function drop(State $state, ?array &$dropped = null): State
    {
        do {
            $changed = false;
            foreach (array_intersect_key($state->answers, $this->fleeting) as $index => $answer) {
                $option = $this->setup->options[$index];
                if (!$this->isShown($option, $state)) {
                    $state = $state->with($index, null);
                    $dropped[] = [$index, null];
                    $changed = true;
                } elseif (is_array($answer)) {
                    $kept = array_values(array_intersect($answer, $this->allowed($option, $state)));
                    if ($kept !== $answer) {
                        foreach (array_diff($answer, $kept) as $value) {
                            $dropped[] = [$index, $value];
                        }
                        $state = $state->with($index, [] === $kept ? null : $kept);
                        $changed = true;
                    }
                }
            }
        } while ($changed);

        return $state;
    }

    /** Whether a state has all it needs: each shown required option answered, each several within its picks. */
    public function isComplete(State $state): bool
    {
        foreach ($this->setup->options as $option) {
            if (Kind::Note === $option->kind) {
                continue;
            }
            $picked = count($state->picked($option->index));
            if (!$state->has($option->index)) {
                if ($option->required && $this->isShown($option, $state)) {
                    return false;
                }
            } elseif (
                null !== $option->picks &&
                ($picked < $option->picks->min || (null !== $option->picks->max && $picked > $option->picks->max))
            ) {
                return false;
            }
        }

        return true;
    }

    /**
     * Every answer that the page offers for an option in a state: null, each allowed value or set of
     * values, or one permitted input of each class.
     *
     * @return iterable<non-empty-list<int>|Input|null>
     */
    public function answers(Option $option, State $state): iterable
    {
        yield null;
        if (!$this->isShown($option, $state)) {
            return;
        }
        if ($option->kind->isInput()) {
            yield from $this->inputs[$option->index];

            return;
        }
        $allowed = $this->allowed($option, $state);
        if (Kind::Several !== $option->kind) {
            foreach ($allowed as $value) {
                yield [$value];
            }

            return;
        }
        yield from self::sets($allowed, []);
    }

    /**
     * Every set of values but the empty one.
     *
     * @param list<int> $values
     * @param list<int> $picked what stands before them in each set
     *
     * @return iterable<non-empty-list<int>>
     */
    private static function sets(array $values, array $picked): iterable
    {
        foreach ($values as $i => $value) {
            $set = [...$picked, $value];
            yield $set;
            yield from self::sets(array_slice($values, $i + 1), $set);
        }
    }

    /**
     * @return non-empty-list<int>|Input|null
     */
    public function defaultOf(Option $option, State $state): array|Input|null
    {
        if ($option->kind->isInput()) {
            return $this->defaultInput($option);
        }
        $allowed = $this->allowed($option, $state);
        $defaults = [];
        foreach ($option->values as $value) {
            if ($value->default && ([] === $defaults || Kind::Several === $option->kind)) {
                $defaults[] = $value->index;
            }
        }
        $kept = array_values(array_intersect($defaults, $allowed));

        return [] === $kept ? null : $kept;
    }

    private function defaultInput(Option $option): ?Input
    {
        $check = new InputCheck();
        $input = null === $option->default ? null : $check->parse($option, $option->default);
        if (null === $input || [] !== $check->problems($option, $input)) {
            return null;
        }
        // The member of its class stands for it, so that states that no test can tell apart are one.
        $vector = fn(Input $i): array => array_map(
            fn(Test $test): bool => $this->truth->holds($test, new State([$option->index => $i])),
            $this->dependencies->testsByOption()[$option->index] ?? [],
        );
        foreach ($this->inputs[$option->index] as $member) {
            if ($vector($member) === $vector($input)) {
                return $member;
            }
        }

        return $input;
    }
}
