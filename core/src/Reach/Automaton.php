<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * A set of joint states of a group of cells, read letter by letter in the order of decision.
 */
final class Automaton
{
    /** @var list<array<int, int>> node => letter => node */
    public array $next = [];

    public readonly int $start;

    /** @var array<int, list<int>> cell => letter => the letter that stands for it */
    public readonly array $standsFor;

    /**
     * @param list<int> $order cells in the order of decision
     */
    public function __construct(CircleReach $circle, array $order)
    {
        $this->standsFor = $circle->standsFor;
        $position = array_flip($circle->cells);
        $columns = [];
        foreach ($order as $cell) {
            if (isset($position[$cell])) {
                $columns[] = $position[$cell];
            }
        }
        $known = [];
        $this->start = $this->node(array_values($circle->reached), $columns, 0, $known);
    }

    /**
     * @param list<list<int>> $states that agree on the columns before
     * @param list<int> $columns
     * @param array<string, int> $known equal rests are one node
     */
    private function node(array $states, array $columns, int $depth, array &$known): int
    {
        $next = [];
        if (isset($columns[$depth])) {
            $split = [];
            foreach ($states as $state) {
                $split[$state[$columns[$depth]]][] = $state;
            }
            ksort($split);
            foreach ($split as $letter => $part) {
                $next[$letter] = $this->node($part, $columns, $depth + 1, $known);
            }
        }
        $key = json_encode($next, JSON_THROW_ON_ERROR);
        if (!isset($known[$key])) {
            $this->next[] = $next;
            $known[$key] = count($this->next) - 1;
        }

        return $known[$key];
    }
}
