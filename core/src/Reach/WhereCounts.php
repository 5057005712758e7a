<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;

/**
 * Combinations in which a proposition holds, counted, and examples of them.
 *
 * Long, as it counts one thing in three ways, the cheapest that is possible first, and they share what was worked
 * out.
 */
final class WhereCounts
{
    /** @var array<int, int>|null cell => letter of a selectable state with the fewest answers */
    private ?array $fewest = null;

    /** @var array{int, Diagram}|null proposition that was asked for last, and its combinations */
    private ?array $last = null;

    /** @var array<int, int>|null option => its position in the walk */
    private ?array $walked = null;

    /** @var array<int, ChoicesWhere> by component */
    private array $choices = [];

    public function __construct(private readonly Reach $reach) {}

    /**
     * Combinations in which the proposition holds for some inputs, among the selectable ones.
     *
     * @throws TooLarge
     */
    public function countWhere(int $p): \GMP
    {
        $this->reach->compiled();
        $total = $this->reach->selectable();
        if (Propositions::FALSE === $p || 0 === gmp_sign($total)) {
            return gmp_init(0);
        }
        if (Propositions::TRUE === $p) {
            return $total;
        }
        [$components, $inputs] = $this->touched($p);
        foreach ($components as $c) {
            $total = gmp_div_q($total, Diagram::root($this->reach->components[$c]->choices, true));
        }

        return gmp_mul($total, $this->countIn($components, $inputs, $p));
    }

    /**
     * The stocked combinations of some components in which a proposition holds for some inputs.
     *
     * @param list<int> $components
     * @param list<int> $inputs further inputs that the proposition asks
     */
    public function countIn(array $components, array $inputs, int $p): \GMP
    {
        $apart = $this->apart($p);

        return (null === $apart ? null : $this->countApart($components, $apart)) ??
            Diagram::root($this->lastWhere($components, $inputs, $p), true);
    }

    /**
     * What a proposition asks of each component by itself.
     *
     * @return array<int, int>|null component => proposition; together they say the same. Null where inputs are
     *                              asked, or something of two components at once
     */
    private function apart(int $p): ?array
    {
        $apart = [];
        foreach ($this->reach->board->props->conjuncts($p) as $part) {
            $of = null;
            foreach (array_keys($this->reach->board->props->cellsOf($part)) as $cell) {
                $option = $this->reach->board->cells[$cell]->option;
                $component = $this->reach->parts->componentOf[$option] ?? null;
                if (
                    null === $component ||
                    $this->reach->board->isInput($option) ||
                    $component !== ($of ?? $component)
                ) {
                    return null;
                }
                $of = $component;
            }
            if (null === $of) {
                return null;
            }
            $apart[$of][] = $part;
        }

        return array_map($this->reach->board->props->all(...), $apart);
    }

    /**
     * @param list<int> $components
     * @param array<int, int> $apart component => proposition
     */
    private function countApart(array $components, array $apart): ?\GMP
    {
        $count = gmp_init(1);
        foreach ($components as $component) {
            $many = $this->choicesOf($component)?->count($apart[$component] ?? Propositions::TRUE);
            if (null === $many) {
                return null;
            }
            $count = gmp_mul($count, $many);
        }

        return $count;
    }

    private function choicesOf(int $component): ?ChoicesWhere
    {
        $choices = $this->reach->components[$component]->choices;

        return null === $choices
            ? null
            : ($this->choices[$component] ??= new ChoicesWhere($this->reach->board, $choices));
    }

    /**
     * The letters of the fewest answers with which a proposition holds, in walk order.
     *
     * @return array<int, int>|null cell => letter; null where it has to be looked for in a diagram of its own
     */
    private function fewestApart(int $p): ?array
    {
        $letters = [];
        $apart = $this->apart($p);
        foreach ($apart ?? [] as $component => $part) {
            // Of letters that are as good the first in walk order is told; a diagram in another order does not know it.
            $fewest =
                null === $this->reach->components[$component]->trouble
                    ? $this->choicesOf($component)?->fewestAnswers($part)
                    : null;
            if (null === $fewest) {
                return null;
            }
            $letters += $fewest;
        }

        return null === $apart ? null : $letters;
    }

    /**
     * A proposition, and that what is typed into inputs of some components stays as it is.
     *
     * @param list<int> $components
     * @param array<int, int> $typed cell of an input => letter
     */
    public function withTyped(int $p, array $components, array $typed): int
    {
        $all = [$p];
        foreach ($typed as $cell => $letter) {
            if (
                in_array(
                    $this->reach->parts->componentOf[$this->reach->board->cells[$cell]->option] ?? -1,
                    $components,
                    true,
                )
            ) {
                $all[] = $this->reach->board->props->literal($cell, [$letter => true]);
            }
        }

        return $this->reach->board->props->all($all);
    }

    /**
     * A selectable combination with the fewest answers in which a proposition holds for some inputs.
     *
     * @param bool $whole whether options are answered too that do not hang together with the proposition
     */
    public function exampleWhere(int $p, bool $whole = true): ?State
    {
        if (0 === gmp_sign($this->reach->selectable())) {
            return null;
        }
        [$components, $inputs] = $this->touched($p);
        $letters = [];
        if (Propositions::TRUE !== $p) {
            $letters = $this->fewestApart($p);
            if (null === $letters) {
                $where = $this->lastWhere($components, $inputs, $p);
                if (Diagram::isZero($where->selectable[0][0] ?? 0)) {
                    return null;
                }
                $letters = $where->fewestAnswers($this->reach->board->cells);
            }
        }
        if (!$whole) {
            return $this->reach->board->stateOfLetters($letters);
        }
        if (null === $this->fewest) {
            $this->fewest = [];
            foreach ($this->reach->compiled() as $component) {
                $this->fewest += $component->choices?->fewestAnswers($this->reach->board->cells) ?? [];
            }
        }
        $letters += $this->fewest;

        return $this->reach->board->stateOfLetters($letters);
    }

    /**
     * Whether some complete state that clicks reach keeps a proposition.
     *
     * @throws TooLarge
     */
    public function isOfferedWhere(int $p): bool
    {
        if (Propositions::FALSE === $p || 0 === gmp_sign($this->reach->offered())) {
            return false;
        }
        [$components, $inputs] = $this->touched($p);

        return Propositions::TRUE === $p ||
            !Diagram::isZero($this->where($components, $inputs, $p, false, false)->offered[0][0] ?? 0);
    }

    /**
     * The offered combination with the fewest answers in which a proposition holds for some inputs; of several the
     * first in listing order.
     *
     * @throws TooLarge
     */
    public function fewestOffered(int $p): ?State
    {
        if (!$this->isOfferedWhere($p)) {
            return null;
        }
        [$components, $inputs] = $this->touched($p);
        $letters =
            [] === $components
                ? []
                : FewestAnswers::in($this->where($components, $inputs, $p, true, false), $this->reach->board->cells);
        foreach (array_diff(array_keys($this->reach->components), $components) as $c) {
            $letters += FewestAnswers::in($this->reach->inDisplayOrder($c), $this->reach->board->cells);
        }

        return $this->reach->board->stateOfLetters($letters);
    }

    /**
     * The components that a proposition about guards concerns, and the inputs that only guards ask.
     *
     * @return array{list<int>, list<int>}
     */
    public function touched(int $p): array
    {
        $components = $inputs = [];
        $queue = array_keys($this->reach->board->props->cellsOf($p));
        while (null !== ($cell = array_pop($queue))) {
            $option = $this->reach->board->cells[$cell]->option;
            if (isset($this->reach->parts->componentOf[$option])) {
                $components[$this->reach->parts->componentOf[$option]] = true;
            } elseif (!isset($inputs[$option])) {
                $inputs[$option] = true;
                array_push(
                    $queue,
                    ...array_keys($this->reach->board->props->cellsOf($this->reach->board->shown[$option])),
                );
            }
        }

        return [array_keys($components), array_keys($inputs)];
    }

    /**
     * The same as stockedWhere, in walk order; the last one asked for is kept, as count and example ask one after the
     * other.
     *
     * @param list<int> $components
     * @param list<int> $inputs
     */
    private function lastWhere(array $components, array $inputs, int $p): Diagram
    {
        if (null === $this->last || $this->last[0] !== $p) {
            $this->last = [$p, $this->stockedWhere($components, $inputs, $p, false)];
        }

        return $this->last[1];
    }

    /**
     * The stocked combinations of some components in which a proposition holds for some inputs.
     *
     * @param list<int> $components
     * @param list<int> $inputs further inputs that the proposition asks
     * @param bool $displayed whether the cells stand in display order, else in walk order
     *
     * @throws TooLarge
     */
    public function stockedWhere(array $components, array $inputs, int $p, bool $displayed): Diagram
    {
        return $this->where($components, $inputs, $p, $displayed, true);
    }

    /**
     * The same, also of what is offered but not stocked where that is asked for.
     *
     * @param list<int> $components
     * @param list<int> $inputs
     *
     * @throws TooLarge
     */
    private function where(array $components, array $inputs, int $p, bool $displayed, bool $stockedOnly): Diagram
    {
        $this->reach->compilation->askOfClicks();
        $take = array_fill_keys($inputs, true);
        $circles = [];
        $musts = [$p];
        foreach ($components as $c) {
            $take += array_fill_keys($this->reach->components[$c]->options, true);
            array_push($circles, ...$this->reach->components[$c]->circles);
            $musts[] = $this->reach->components[$c]->must;
        }
        $options = array_keys($take);
        if ($displayed) {
            sort($options);
        } else {
            $this->walked ??= array_flip($this->reach->board->dependencies->walk);
            usort($options, fn(int $a, int $b): int => $this->walked[$a] <=> $this->walked[$b]);
        }

        return Projection::of(
            $this->reach->board,
            Compiler::compile(
                $this->reach->board,
                $options,
                $this->reach->board->props->all($musts),
                [],
                $this->reach->compilation->automata($circles, $options),
                false,
                $stockedOnly,
            ),
        );
    }
}
