<?php

declare(strict_types=1);

namespace Ithrel\Core\Sat;

use Ithrel\Core\Work\Budget;

/**
 * Whether clauses can all be true under some assumptions; where they cannot, assumptions that already exclude it.
 *
 * Conflict-driven clause learning (Marques-Silva and Sakallah 1999) with two watched literals a clause (Moskewicz and
 * others 2001) and the first unique implication point; assumptions are the first decisions (Eén and Sörensson 2003).
 * What is learned follows from the clauses alone, so it serves every later question.
 *
 * A variable is a number from 1; a literal is a variable, or its negative.
 *
 * Long, as it is one loop whose steps share the trail, the watches and what was learned.
 */
final class Solver
{
    /** @var list<non-empty-array<int, int>> the first two literals of a clause are watched */
    private array $clauses = [];

    /** @var array<int, list<int>> literal => numbers of the clauses that watch it */
    private array $watches = [];

    /**
     * @var array<int, int> number of a clause => where a literal to watch was last found in it; looked for from there
     *                      on (Gent 2013)
     */
    private array $sought = [];

    /** @var array<int, list<int>> variable => variables of which none holds once it does */
    private array $excludes = [];

    /** @var array<int, bool> literal => whether it holds; absent: open */
    private array $holds = [];

    /** @var array<int, int> variable => level at which it was settled */
    private array $level = [];

    /**
     * @var array<int, int|null> variable => number of the clause that settled it, or the variable that excludes it,
     *                           negative; null: a decision
     */
    private array $reason = [];

    /** @var list<int> literals in the order in which they came to hold */
    private array $trail = [];

    /** @var list<int> level - 1 => length of the trail before it */
    private array $levels = [];

    /** @var list<int> level - 1 => the literal that was assumed or tried there, whether it held before or not */
    private array $tried = [];

    private int $next = 0;
    private int $variables = 0;
    private bool $isBroken = false;

    /** Literals that came to hold, over all questions: what they cost. */
    public int $steps = 0;

    /**
     * @param int $long literals beyond which a learned clause is told by what was decided
     */
    public function __construct(private readonly int $long = 100) {}

    public function variable(): int
    {
        return ++$this->variables;
    }

    /**
     * At least one of these holds.
     *
     * @param list<int> $literals
     */
    public function clause(array $literals): void
    {
        $this->backTo(0);
        $kept = [];
        foreach ($literals as $literal) {
            $holds = $this->holds[$literal] ?? null;
            if (true === $holds || isset($kept[-$literal])) {
                return;
            }
            if (null === $holds) {
                $kept[$literal] = $literal;
            }
        }
        $kept = array_values($kept);
        if (count($kept) > 1) {
            $this->add($kept);
        } elseif ([] === $kept) {
            $this->isBroken = true;
        } else {
            $this->settle($kept[0], null);
        }
    }

    /**
     * At most one of these variables holds.
     *
     * @param list<int> $variables
     */
    public function atMostOne(array $variables): void
    {
        foreach ($variables as $variable) {
            $this->excludes[$variable] = $variables;
        }
    }

    /**
     * Assumptions with which the question before began too are not looked at again, so it pays to put those first that
     * many questions share.
     *
     * @param list<int> $assumptions literals
     * @param list<int> $decide literals to try in this order; once their variables are settled, so is the question
     * @param int $most literals that may come to hold; beyond that the question is given up
     *
     * @return list<int>|null null where it is possible; else assumptions that exclude it together
     *
     * @throws GivenUp
     */
    public function excluding(array $assumptions, array $decide, int $most): ?array
    {
        $shared = 0;
        while (isset($assumptions[$shared], $this->tried[$shared]) && $assumptions[$shared] === $this->tried[$shared]) {
            ++$shared;
        }
        $this->backTo($shared);
        $end = $this->steps + $most;
        $at = 0;
        while (!$this->isBroken) {
            $conflict = $this->propagate();
            if (null !== $conflict) {
                $this->resolve($conflict);
                $at = 0;
                continue;
            }
            if ($this->steps > $end) {
                throw new GivenUp();
            }
            $literal = $assumptions[count($this->levels)] ?? null;
            if (null !== $literal && false === ($this->holds[$literal] ?? null)) {
                return [$literal, ...$this->decisionsBehind([$literal])];
            }
            while (null === $literal && isset($decide[$at]) && isset($this->holds[$decide[$at]])) {
                ++$at;
            }
            $literal ??= $decide[$at] ?? null;
            if (null === $literal) {
                return null;
            }
            $this->levels[] = count($this->trail);
            $this->tried[] = $literal;
            if (!isset($this->holds[$literal])) {
                $this->settle($literal, null);
            }
        }

        return [];
    }

    /**
     * @param non-empty-list<int> $literals
     */
    private function add(array $literals): int
    {
        $number = count($this->clauses);
        $this->clauses[] = $literals;
        $this->watches[$literals[0]][] = $number;
        $this->watches[$literals[1]][] = $number;

        return $number;
    }

    private function settle(int $literal, ?int $reason): void
    {
        $this->holds[$literal] = true;
        $this->holds[-$literal] = false;
        $variable = abs($literal);
        $this->level[$variable] = count($this->levels);
        $this->reason[$variable] = $reason;
        $this->trail[] = $literal;
        ++$this->steps;
    }

    /**
     * @return non-empty-array<int, int>|null literals of which one would have to hold and none can
     */
    private function propagate(): ?array
    {
        while (isset($this->trail[$this->next])) {
            Budget::ask();
            $literal = $this->trail[$this->next++];
            foreach ($this->excludes[$literal] ?? [] as $other) {
                $holds = $this->holds[$other] ?? null;
                if (null === $holds) {
                    $this->settle(-$other, -$literal);
                } elseif ($holds && $other !== $literal) {
                    return [-$other, -$literal];
                }
            }
            $conflict = $this->look(-$literal);
            if (null !== $conflict) {
                return $conflict;
            }
        }

        return null;
    }

    /**
     * Looks at the clauses that watch a literal which does not hold any more.
     *
     * @return non-empty-array<int, int>|null
     */
    private function look(int $false): ?array
    {
        $watching = $this->watches[$false] ?? [];
        $kept = [];
        foreach ($watching as $i => $number) {
            // By reference, as clauses of thousands of literals are not to be copied when two of them change places.
            $clause = &$this->clauses[$number];
            $other = $clause[0] === $false ? $clause[1] : $clause[0];
            if (true === ($this->holds[$other] ?? null)) {
                $kept[] = $number;
                continue;
            }
            $length = count($clause);
            for ($looked = 2, $k = $this->sought[$number] ?? 2; $looked < $length; ++$looked, ++$k) {
                $k = $k < $length ? $k : 2;
                if (false !== ($this->holds[$clause[$k]] ?? null)) {
                    $this->watches[$clause[$k]][] = $number;
                    [$clause[0], $clause[1], $clause[$k]] = [$other, $clause[$k], $false];
                    $this->sought[$number] = $k;
                    continue 2;
                }
            }
            $kept[] = $number;
            if (false === ($this->holds[$other] ?? null)) {
                $this->watches[$false] = [...$kept, ...array_slice($watching, $i + 1)];

                return $clause;
            }
            $this->settle($other, $number);
        }
        unset($clause);
        $this->watches[$false] = $kept;

        return null;
    }

    /**
     * Learns from a conflict, goes back as far as that is of use, and settles what follows.
     *
     * @param non-empty-array<int, int> $conflict
     */
    private function resolve(array $conflict): void
    {
        $here = count($this->levels);
        if (0 === $here) {
            $this->isBroken = true;

            return;
        }
        $seen = [];
        $learned = [];
        $open = 0;
        $at = count($this->trail) - 1;
        $clause = $conflict;
        while (true) {
            foreach ($clause as $literal) {
                $variable = abs($literal);
                if (isset($seen[$variable]) || 0 === $this->level[$variable]) {
                    continue;
                }
                $seen[$variable] = true;
                if ($this->level[$variable] === $here) {
                    ++$open;
                } else {
                    $learned[] = $literal;
                }
            }
            while (!isset($seen[abs($this->trail[$at])])) {
                --$at;
            }
            $point = $this->trail[$at--];
            if (0 === --$open) {
                break;
            }
            $clause = $this->because($point);
        }
        if ([] === $learned) {
            $this->backTo(0);
            $this->settle(-$point, null);

            return;
        }
        if (count($learned) > max($this->long, $here)) {
            // What was decided before says it too, in no more literals than there are levels.
            $learned = array_map(static fn(int $literal): int => -$literal, $this->decisionsBehind($learned));
        }
        // The second literal watched is the one that was settled last but for the first.
        $last = 0;
        foreach ($learned as $i => $literal) {
            if ($this->level[abs($literal)] > $this->level[abs($learned[$last])]) {
                $last = $i;
            }
        }
        [$learned[0], $learned[$last]] = [$learned[$last], $learned[0]];
        $this->backTo($this->level[abs($learned[0])]);
        $this->settle(-$point, $this->add([-$point, ...$learned]));
    }

    /**
     * The other literals of what settled a literal; none of them holds.
     *
     * @return list<int>
     */
    private function because(int $literal): array
    {
        $reason = $this->reason[abs($literal)];
        if (null === $reason) {
            return [];
        }

        // Clauses are numbered from 0, and the variable of a literal that excludes another is at least 1.
        return $reason < 0
            ? [$reason]
            : array_values(array_filter($this->clauses[$reason], static fn(int $l): bool => $l !== $literal));
    }

    /**
     * The decisions from which it follows that none of some literals holds.
     *
     * @param list<int> $literals
     *
     * @return list<int>
     */
    private function decisionsBehind(array $literals): array
    {
        $decisions = [];
        $queue = array_map(static fn(int $literal): int => -$literal, $literals);
        $seen = [];
        foreach ($literals as $literal) {
            $seen[abs($literal)] = true;
        }
        $isFirst = false;
        while (null !== ($literal = array_pop($queue))) {
            $level = $this->level[abs($literal)];
            if ($level < 2) {
                // All that was settled at the first level follows from its decision alone.
                $isFirst = $isFirst || 1 === $level;
                continue;
            }
            if (null === $this->reason[abs($literal)]) {
                $decisions[] = $literal;
            }
            foreach ($this->because($literal) as $other) {
                if (!isset($seen[abs($other)])) {
                    $seen[abs($other)] = true;
                    $queue[] = -$other;
                }
            }
        }

        return $isFirst ? [...$decisions, $this->trail[$this->levels[0]]] : $decisions;
    }

    private function backTo(int $level): void
    {
        if (count($this->levels) <= $level) {
            return;
        }
        $length = $this->levels[$level];
        for ($i = count($this->trail) - 1; $i >= $length; --$i) {
            $literal = $this->trail[$i];
            unset($this->holds[$literal], $this->holds[-$literal]);
        }
        $this->trail = array_slice($this->trail, 0, $length);
        $this->levels = array_slice($this->levels, 0, $level);
        $this->tried = array_slice($this->tried, 0, $level);
        $this->next = min($this->next, $length);
    }
}
