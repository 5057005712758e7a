<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\Dependencies;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Any;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\CountRange;
use Ithrel\Core\Setup\Condition\Not;
use Ithrel\Core\Setup\Condition\PickedOne;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * A setup laid out for counting: options as cells, conditions as propositions over them.
 *
 * Long, as it lays everything out at once: what cells there are decides what conditions are over them.
 */
final class Board
{
    public readonly Dependencies $dependencies;
    public readonly Page $page;
    public readonly Stock $stock;
    public readonly Propositions $props;

    /** @var list<Cell> */
    public readonly array $cells;

    /** @var array<int, list<int>> option => its cells; inputs that no condition asks have none */
    public readonly array $cellsOf;

    /** @var list<int> option => proposition under which it is shown */
    public readonly array $shown;

    /** @var list<list<int>> option => value => proposition under which it is allowed in an option that is shown */
    public readonly array $allowed;

    /** @var list<int> guard => proposition that holds where the guard does */
    public readonly array $guards;

    /** @var array<int, true> inputs that some shownWhen or allowedWhen asks */
    public readonly array $asked;

    /** @var \WeakMap<Condition, int> what was laid out without a quantity: the same condition is asked for again */
    private \WeakMap $known;

    public function __construct(public readonly Setup $setup)
    {
        $this->known = new \WeakMap();
        $this->dependencies = new Dependencies($setup);
        $this->page = new Page($setup, $this->dependencies);
        $this->stock = new Stock($setup);
        $this->asked = $this->dependencies->asked();
        $guarded = [];
        foreach ($setup->guards as $guard) {
            foreach (array_filter([$guard->never, $guard->always]) as $condition) {
                $guarded += array_fill_keys($this->dependencies->optionsIn($condition), true);
            }
        }
        $cells = [];
        $cellsOf = [];
        foreach ($setup->options as $option) {
            $cellsOf[$option->index] = [];
            if (Kind::Several === $option->kind) {
                foreach ($option->values as $value) {
                    $cellsOf[$option->index][] = count($cells);
                    $cells[] = new Cell($option->index, 2, $value->index);
                }
            } elseif (
                $option->kind->isChoice() ||
                ($option->kind->isInput() && (isset($this->asked[$option->index]) || isset($guarded[$option->index])))
            ) {
                $cellsOf[$option->index][] = count($cells);
                $cells[] = new Cell(
                    $option->index,
                    1 +
                        ($option->kind->isInput()
                            ? count($this->page->inputs[$option->index])
                            : count($option->values)),
                    null,
                );
            }
        }
        $this->cells = $cells;
        $this->cellsOf = $cellsOf;
        $sizes = array_map(static fn(Cell $cell): int => $cell->size, $cells);
        $offsets = [];
        $letters = 0;
        foreach ($sizes as $size) {
            $offsets[] = $letters;
            $letters += $size;
        }
        $this->props = new Propositions($sizes, $offsets, max(1, $letters));
        $shown = $allowed = [];
        foreach ($setup->options as $option) {
            $shown[] = $this->proposition($option->shownWhen);
            $values = [];
            foreach ($option->values as $value) {
                // Joined with the option's own condition, so that nothing is remembered of values whose option is
                // hidden.
                $values[] = $value->hidden
                    ? Propositions::FALSE
                    : $this->props->all([$this->proposition($value->allowedWhen), $shown[$option->index]]);
            }
            $allowed[] = $values;
        }
        $this->shown = $shown;
        $this->allowed = $allowed;
        $guards = [];
        foreach ($setup->guards as $guard) {
            $guards[] = $this->props->all([
                null === $guard->never ? Propositions::TRUE : $this->props->not($this->proposition($guard->never)),
                $this->proposition($guard->always),
            ]);
        }
        $this->guards = $guards;
    }

    /** Whether the option takes part in counting as an input, projected away at the end. */
    public function isInput(int $option): bool
    {
        return $this->setup->options[$option]->kind->isInput();
    }

    /** Whether nothing can be answered: the limits of an input leave no answer, or a choice has no values. */
    public function isUnfillable(Option $option): bool
    {
        return $option->kind->isInput()
            ? [] === $this->page->inputs[$option->index]
            : $option->kind->isChoice() && [] === $option->values;
    }

    /**
     * The choices that letters stand for.
     *
     * @param array<int, int> $letters by cell
     * @param bool $inputs whether inputs are given too, each by the member that stands for its class
     */
    public function stateOfLetters(array $letters, bool $inputs = false): State
    {
        ksort($letters);
        $answers = $picked = [];
        foreach ($letters as $id => $letter) {
            $cell = $this->cells[$id];
            if ($letter === $cell->none()) {
                continue;
            }
            if (!$this->isInput($cell->option)) {
                $picked[$cell->option][] = $cell->bit ?? $letter;
            } elseif ($inputs) {
                $answers[$cell->option] = $this->page->inputs[$cell->option][$letter];
            }
        }

        $answers += $picked;
        ksort($answers);

        return new State($answers);
    }

    /** The letter that a state has in a cell. */
    public function letterIn(State $state, int $cell): int
    {
        $c = $this->cells[$cell];
        if (null !== $c->bit) {
            return in_array($c->bit, $state->picked($c->option), true) ? 0 : 1;
        }
        $input = $state->input($c->option);
        if (null === $input) {
            return $state->picked($c->option)[0] ?? $c->none();
        }
        $option = $this->setup->options[$c->option];
        $tests = $this->dependencies->testsByOption()[$c->option] ?? [];
        foreach ($this->page->inputs[$c->option] as $letter => $member) {
            foreach ($tests as $test) {
                if (
                    $this->page->truth->holds($test, new State([$option->index => $member])) !==
                    $this->page->truth->holds($test, $state)
                ) {
                    continue 2;
                }
            }

            return $letter;
        }

        return $c->none();
    }

    /**
     * @param int|null $quantity pieces, where a test of the quantity can occur
     */
    public function proposition(?Condition $condition, ?int $quantity = null): int
    {
        if (null === $condition) {
            return Propositions::TRUE;
        }

        return null === $quantity
            ? ($this->known[$condition] ??= $this->layOut($condition, null))
            : $this->layOut($condition, $quantity);
    }

    private function layOut(Condition $condition, ?int $quantity): int
    {
        return match (true) {
            $condition instanceof All => $this->props->all($this->propositions($condition->parts, $quantity)),
            $condition instanceof Any => $this->props->any($this->propositions($condition->parts, $quantity)),
            $condition instanceof Not => $this->props->not($this->proposition($condition->part, $quantity)),
            $condition instanceof Test => $this->test($condition, $quantity),
        };
    }

    /**
     * @param list<Condition> $conditions
     *
     * @return list<int>
     */
    private function propositions(array $conditions, ?int $quantity): array
    {
        return array_map(fn(Condition $c): int => $this->proposition($c, $quantity), $conditions);
    }

    private function test(Test $test, ?int $quantity): int
    {
        $option = null === $test->option() ? null : $this->setup->option($test->option());
        $cells = null === $option ? [] : $this->cellsOf[$option->index];
        if (null === $option || [] === $cells) {
            return $this->page->truth->holds($test, new State(), $quantity) ? Propositions::TRUE : Propositions::FALSE;
        }
        $picks = $option->kind->isChoice() && Kind::Flag !== $option->kind ? $test->onPicks($option) : null;
        if (Kind::Several === $option->kind) {
            $last = $cells[count($cells) - 1];

            return match (true) {
                $picks instanceof PickedOne => $this->props->any(
                    array_map(fn(int $v): int => $this->props->literal($cells[$v], [0 => true]), $picks->values),
                ),
                $picks instanceof CountRange => $this->props->all([
                    $this->props->count($cells[0], $last, $picks->atLeast ?? 0),
                    null === $picks->atMost
                        ? Propositions::TRUE
                        : $this->props->count($cells[0], $last, $picks->atMost + 1, true),
                ]),
                null === $picks => $this->page->truth->holds($test, new State())
                    ? Propositions::TRUE
                    : Propositions::FALSE,
            };
        }
        if ($picks instanceof PickedOne) {
            // What the truth of each letter would come to, without asking for it one by one.
            return $this->props->literal($cells[0], array_fill_keys($picks->values, true));
        }
        $cell = $this->cells[$cells[0]];
        $letters = [];
        for ($letter = 0; $letter < $cell->size; ++$letter) {
            if ($this->page->truth->holds($test, $this->stateOf($option, $letter, $cell))) {
                $letters[$letter] = true;
            }
        }

        return $this->props->literal($cells[0], $letters);
    }

    private function stateOf(Option $option, int $letter, Cell $cell): State
    {
        if ($letter === $cell->none()) {
            return new State();
        }

        return new State([
            $option->index => $option->kind->isInput() ? $this->page->inputs[$option->index][$letter] : [$letter],
        ]);
    }
}
