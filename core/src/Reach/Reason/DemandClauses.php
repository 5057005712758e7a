<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;
use Ithrel\Core\Sat\GivenUp;
use Ithrel\Core\Sat\Solver;

/**
 * Demands as clauses: each can be asked for or not, and where some together exclude one another, few of them are named.
 *
 * A cell has a variable for each letter (one that has two letters has one); a conjunction within a disjunction has one
 * that implies its parts, which is enough as propositions stand in negation normal form (Plaisted and Greenbaum 1986).
 * Runs of picks are counted by a row of variables each (after Sinz 2005).
 */
final class DemandClauses
{
    /** Variables with which one run of picks is counted at most. */
    private const MOST_OF_RUN = 40_000;

    private readonly Solver $solver;

    /** @var array<int, int> cell => variable of its first letter */
    private array $first = [];

    /** @var array<int, int> proposition => literal that implies it */
    private array $literalOf = [];

    public function __construct(private readonly Board $board)
    {
        $this->solver = new Solver();
    }

    /**
     * @param list<int> $propositions
     * @param int $most steps after which it is given up
     *
     * @return list<int>|null null where all can hold together; else some of them that cannot
     *
     * @throws Undecided
     */
    public function excluding(array $propositions, int $most): ?array
    {
        $assumptions = $of = $cells = [];
        foreach ($propositions as $p) {
            if (Propositions::FALSE === $p) {
                return [$p];
            }
            if (Propositions::TRUE !== $p) {
                $literal = $this->literal($p);
                if (!isset($of[$literal])) {
                    $assumptions[] = $literal;
                    $of[$literal] = $p;
                    $cells += $this->board->props->cellsOf($p);
                }
            }
        }
        $decide = [];
        foreach (array_keys($cells) as $cell) {
            array_push($decide, ...$this->tried($cell));
        }
        try {
            $blamed = $this->solver->excluding($assumptions, $decide, $most);
        } catch (GivenUp) {
            throw new Undecided();
        }

        return null === $blamed ? null : array_map(static fn(int $literal): int => $of[$literal], $blamed);
    }

    public function steps(): int
    {
        return $this->solver->steps;
    }

    /** A literal that implies the proposition. */
    private function literal(int $p): int
    {
        if (isset($this->literalOf[$p])) {
            return $this->literalOf[$p];
        }
        $props = $this->board->props;
        $atom = $props->atom($p);
        if (null !== $atom) {
            $literals = $this->ofAtom($atom[0], $atom[1]);
            if (1 === count($literals)) {
                return $this->literalOf[$p] = $literals[0];
            }
            $own = $this->literalOf[$p] = $this->solver->variable();
            $this->solver->clause([-$own, ...$literals]);

            return $own;
        }
        $own = $this->literalOf[$p] = $this->solver->variable();
        $run = $props->run($p);
        if (null !== $run) {
            $this->count($own, ...$run);
        } elseif ($props->isConjunction($p)) {
            foreach ($props->partsOf($p) as $part) {
                $this->solver->clause([-$own, ...$this->alternatives($part)]);
            }
        } else {
            $this->solver->clause([-$own, ...$this->alternatives($p)]);
        }

        return $own;
    }

    /**
     * Literals of which one has to hold where the proposition does.
     *
     * @return list<int>
     */
    private function alternatives(int $p): array
    {
        $props = $this->board->props;
        $atom = $props->atom($p);
        if (null !== $atom) {
            return $this->ofAtom($atom[0], $atom[1]);
        }
        if (null !== $props->run($p) || $props->isConjunction($p)) {
            return [$this->literal($p)];
        }

        return array_merge(...array_map($this->alternatives(...), $props->partsOf($p)));
    }

    /**
     * @param array<int, true> $letters that the cell may hold
     *
     * @return non-empty-list<int>
     */
    private function ofAtom(int $cell, array $letters): array
    {
        $size = $this->board->cells[$cell]->size;
        if (count($letters) === $size - 1) {
            $letter = 0;
            while (isset($letters[$letter])) {
                ++$letter;
            }

            return [-$this->holds($cell, $letter)];
        }
        $literals = array_map(fn(int $letter): int => $this->holds($cell, $letter), array_keys($letters));

        return [] === $literals ? throw new \LogicException('An atom has letters.') : $literals;
    }

    private function holds(int $cell, int $letter): int
    {
        $size = $this->board->cells[$cell]->size;
        if (!isset($this->first[$cell])) {
            $this->first[$cell] = $this->solver->variable();
            $all = [$this->first[$cell]];
            for ($i = 1; $size > 2 && $i < $size; ++$i) {
                $all[] = $this->solver->variable();
            }
            if ($size > 2) {
                $this->solver->clause($all);
                $this->solver->atMostOne($all);
            }
        }

        return 2 === $size && 1 === $letter ? -$this->first[$cell] : $this->first[$cell] + $letter;
    }

    /**
     * The letters of a cell in the order in which they are tried: no answer first, which asks the least.
     *
     * @return list<int>
     */
    private function tried(int $cell): array
    {
        $tried = [];
        for ($letter = $this->board->cells[$cell]->size - 1; $letter >= 0; --$letter) {
            $tried[] = $this->holds($cell, $letter);
        }

        return 2 === count($tried) ? [$tried[0]] : $tried;
    }

    /**
     * Makes a variable imply that at least (or, negated, fewer than) so many cells of a run are picked.
     */
    private function count(int $own, int $from, int $to, int $n, bool $isNegated): void
    {
        if (($to - $from + 1) * $n > self::MOST_OF_RUN) {
            throw new Undecided();
        }
        /** @var array<int, int> $before j => variable: at least j are picked before the cell */
        $before = [];
        for ($cell = $from; $cell <= $to; ++$cell) {
            $picked = $this->holds($cell, 0);
            $after = [];
            for ($j = 1; $j <= min($n, $cell - $from + 1); ++$j) {
                $after[$j] = $this->solver->variable();
                $least = 1 === $j ? [] : [$before[$j - 1]];
                if ($isNegated) {
                    $this->solver->clause([-$picked, ...array_map(static fn(int $l): int => -$l, $least), $after[$j]]);
                    if (isset($before[$j])) {
                        $this->solver->clause([-$before[$j], $after[$j]]);
                    }
                } else {
                    $same = isset($before[$j]) ? [$before[$j]] : [];
                    $this->solver->clause([-$after[$j], ...$same, $picked]);
                    if ([] !== $least) {
                        $this->solver->clause([-$after[$j], ...$same, ...$least]);
                    }
                }
            }
            $before = $after;
        }
        $this->solver->clause([-$own, $isNegated ? -$before[$n] : $before[$n]]);
    }
}
