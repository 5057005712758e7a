<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * The combinations of a component in which a proposition about its choices holds, out of the diagram that is there:
 * counted, and the one with the fewest answers.
 *
 * Before the first cell that a proposition asks, and behind the last, a node stands for itself. Between them nodes are
 * told apart by what is left of the proposition; that takes far less than to compile the component anew with it.
 */
final class ChoicesWhere
{
    /** @var list<list<int|\GMP>>|null layer => node => ways from the root that lead to it */
    private ?array $ways = null;

    /** @var list<list<int|null>>|null layer => node => fewest answers below it, null where nothing selectable is */
    private ?array $fewest = null;

    /** @var array<int, int> cell => its position in the diagram */
    private readonly array $positions;

    /**
     * @param Diagram $choices without inputs
     */
    public function __construct(private readonly Board $board, private readonly Diagram $choices)
    {
        $this->positions = array_flip($choices->cells);
    }

    /**
     * @param int $p proposition that asks cells of the diagram alone
     *
     * @return \GMP|null null where more has to be told apart at once than a diagram may
     */
    public function count(int $p): ?\GMP
    {
        if ($p <= Propositions::TRUE) {
            return Propositions::TRUE === $p ? Diagram::root($this->choices, true) : gmp_init(0);
        }
        [$first, $last] = $this->span($p);
        $total = gmp_init(0);
        $here = [];
        foreach ($this->ways()[$first] as $node => $ways) {
            $here[$node] = [$p => $ways];
        }
        for ($position = $first; $position <= $last; ++$position) {
            $below = [];
            foreach ($here as $node => $states) {
                Budget::ask();
                foreach ($states as $left => $ways) {
                    foreach ($this->steps($position, $node, $left) as [$child, $then, $letters]) {
                        $many = 1 === $letters ? $ways : \gmp_mul($ways, $letters);
                        if (Propositions::TRUE === $then) {
                            $total = \gmp_add(
                                $total,
                                \gmp_mul($many, $this->choices->selectable[$position + 1][$child]),
                            );
                        } else {
                            $below[$child][$then] = isset($below[$child][$then])
                                ? \gmp_add($below[$child][$then], $many)
                                : $many;
                        }
                    }
                }
            }
            $here = $below;
            if (self::isTooWide($here)) {
                return null;
            }
        }

        return $total;
    }

    /**
     * @param int $p proposition that asks cells of the diagram alone
     *
     * @return array<int, int>|null cell => letter, as Diagram::fewestAnswers has it; null where it never holds, or
     *                              where more has to be told apart at once than a diagram may
     */
    public function fewestAnswers(int $p): ?array
    {
        if ($p <= Propositions::TRUE) {
            return Propositions::TRUE === $p && null !== ($this->fewest()[0][0] ?? null)
                ? $this->choices->fewestAnswers($this->board->cells)
                : null;
        }
        [$first, $last] = $this->span($p);
        // Which nodes there are with what is left of it, from the first cell on; then the fewest, from the last back.
        $states = [$first => array_map(static fn(): array => [$p => null], $this->choices->edges[$first] ?? [])];
        for ($position = $first; $position < $last; ++$position) {
            $states[$position + 1] = [];
            foreach ($states[$position] as $node => $lefts) {
                Budget::ask();
                foreach (array_keys($lefts) as $left) {
                    foreach ($this->steps($position, $node, $left) as [$child, $then]) {
                        if (Propositions::TRUE !== $then) {
                            $states[$position + 1][$child][$then] = null;
                        }
                    }
                }
            }
            if (self::isTooWide($states[$position + 1])) {
                return null;
            }
        }
        $best = [];
        for ($position = $last; $position >= 0; --$position) {
            $nodes =
                $position >= $first
                    ? $states[$position]
                    : array_map(static fn(): array => [$p => null], $this->choices->edges[$position]);
            foreach ($nodes as $node => $lefts) {
                foreach (array_keys($lefts) as $left) {
                    foreach ($this->steps($position, $node, $left) as [$child, $then, , $letter]) {
                        $below =
                            Propositions::TRUE === $then
                                ? $this->fewest()[$position + 1][$child]
                                : $best[$position + 1][$child][$then][0] ?? null;
                        $sum = null === $below ? null : $below + $this->counts($position, $letter);
                        if (null !== $sum && $sum < ($best[$position][$node][$left][0] ?? PHP_INT_MAX)) {
                            $best[$position][$node][$left] = [$sum, $letter, $child, $then];
                        }
                    }
                }
            }
        }

        return isset($best[0][0][$p]) ? $this->path($best, $p) : null;
    }

    /**
     * @param array<int, array<int, array<int, array{int, int, int, int}>>> $best
     *
     * @return array<int, int> cell => letter
     */
    private function path(array $best, int $p): array
    {
        $letters = [];
        [$node, $left] = [0, $p];
        foreach ($this->choices->cells as $position => $cell) {
            if (Propositions::TRUE === $left) {
                return $letters + $this->choices->fewestBelow($position, $node, $this->fewest(), $this->board->cells);
            }
            [, $letters[$cell], $node, $left] = $best[$position][$node][$left];
        }

        return $letters;
    }

    /**
     * Where a node leads that something selectable is below of, in the order of the letters.
     *
     * @return list<array{int, int, int, int}> child, what is left, how many letters lead there so, the first of them
     */
    private function steps(int $position, int $node, int $left): array
    {
        $cell = $this->choices->cells[$position];
        $asks = isset($this->board->props->cellsOf($left)[$cell]);
        $steps = [];
        foreach ($this->choices->edges[$position][$node] as $group => $child) {
            if ($child < 0 || Diagram::isZero($this->choices->selectable[$position + 1][$child])) {
                continue;
            }
            $letters = $this->choices->groups[$position][$group];
            if (!$asks) {
                $steps[] = [$child, $left, count($letters), $letters[0]];
                continue;
            }
            foreach ($letters as $letter) {
                $then = $this->board->props->given($left, $cell, $letter);
                if (Propositions::FALSE !== $then) {
                    $steps[] = [$child, $then, 1, $letter];
                }
            }
        }
        if ($asks) {
            usort($steps, static fn(array $a, array $b): int => $a[3] <=> $b[3]);
        }

        return $steps;
    }

    /**
     * @return array{int, int} positions of the first and the last cell that a proposition asks
     */
    private function span(int $p): array
    {
        $asked = array_intersect_key($this->positions, $this->board->props->cellsOf($p));

        return [] === $asked
            ? throw new \LogicException('A proposition that is neither true nor false asks a cell of the diagram.')
            : [min($asked), max($asked)];
    }

    /**
     * @param array<int, array<int, mixed>> $states node => what is left => …
     */
    private static function isTooWide(array $states): bool
    {
        return array_sum(array_map(count(...), $states)) > Compiler::MAX_WIDTH;
    }

    /** What a letter counts among the answers. */
    private function counts(int $position, int $letter): int
    {
        return $letter === $this->board->cells[$this->choices->cells[$position]]->none() ? 0 : 1;
    }

    /**
     * @return list<list<int|\GMP>>
     */
    private function ways(): array
    {
        if (null === $this->ways) {
            $this->ways = [[1]];
            foreach ($this->choices->edges as $position => $nodes) {
                $below = array_fill(0, count($this->choices->selectable[$position + 1]), 0);
                $letters = array_map(count(...), $this->choices->groups[$position]);
                foreach ($nodes as $node => $children) {
                    foreach ($children as $group => $child) {
                        if ($child >= 0) {
                            $below[$child] = \gmp_add(
                                $below[$child],
                                \gmp_mul($this->ways[$position][$node], $letters[$group]),
                            );
                        }
                    }
                }
                $this->ways[] = array_values($below);
            }
        }

        return $this->ways;
    }

    /**
     * @return list<list<int|null>>
     */
    private function fewest(): array
    {
        return $this->fewest ??= $this->choices->leastAnswers($this->board->cells);
    }
}
