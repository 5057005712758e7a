<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * Conditions over cells, interned: equal propositions have equal numbers, FALSE is 0 and TRUE is 1.
 *
 * A proposition is kept in negation normal form. Its atoms say that a cell holds one of some letters,
 * or that at least (or fewer than) n bits of a run of cells are picked. Conjunctions and disjunctions
 * are flat, sorted and free of doubles, and the atoms of one cell in them are merged; that is what the
 * numbering can tell apart, so two propositions of one meaning may still have two numbers.
 *
 * Long, as it is one table whose columns every method reads.
 */
final class Propositions
{
    public const FALSE = 0;
    public const TRUE = 1;

    private const LITERAL = 0;
    private const COUNT = 1;
    private const AND = 2;
    private const OR = 3;

    /** @var array<string, int> */
    private array $numbers = [];

    /** @var list<int> */
    private array $kinds = [self::AND, self::AND];

    /** @var array<int, array{int, array<int, true>}> atom => cell and letters */
    private array $literals = [];

    /** @var array<int, array{int, int, int, bool}> atom => first and last cell, picks, negated */
    private array $runs = [];

    /** @var array<int, list<int>> conjunction or disjunction => parts */
    private array $parts = [[], []];

    /** @var list<array<int, true>> cells that a proposition mentions */
    private array $cells = [[], []];

    /** @var array<int, int> proposition and letter => what is left */
    private array $left = [];

    /** @var array<int, bool> */
    private array $unanswered = [1 => true, 0 => false];

    /** @var array<int, int> */
    private array $negations = [0 => 1, 1 => 0];

    /**
     * @param list<int> $sizes letters of each cell; the last letter is "none"
     * @param list<int> $offsets number of the first letter of each cell, all letters counted on
     * @param int $letters all letters of all cells
     */
    public function __construct(
        private readonly array $sizes,
        private readonly array $offsets,
        private readonly int $letters,
    ) {}

    /**
     * @param array<int, true> $letters
     */
    public function literal(int $cell, array $letters): int
    {
        if ([] === $letters) {
            return self::FALSE;
        }
        if (count($letters) === $this->sizes[$cell]) {
            return self::TRUE;
        }
        ksort($letters);
        $number = $this->intern(self::LITERAL, 'l' . $cell . ':' . implode(',', array_keys($letters)), [$cell => true]);
        $this->literals[$number] = [$cell, $letters];

        return $number;
    }

    /** At least n of the bits in the cells from … to are picked; fewer than n where negated. */
    public function count(int $from, int $to, int $n, bool $negated = false): int
    {
        if ($n <= 0) {
            return $negated ? self::FALSE : self::TRUE;
        }
        if ($n > $to - $from + 1) {
            return $negated ? self::TRUE : self::FALSE;
        }

        $number = $this->intern(
            self::COUNT,
            'c' . $from . '-' . $to . ':' . $n . ($negated ? '-' : '+'),
            array_fill_keys(range($from, $to), true),
        );
        $this->runs[$number] = [$from, $to, $n, $negated];

        return $number;
    }

    /**
     * @param list<int> $parts
     */
    public function all(array $parts): int
    {
        Budget::ask();

        return $this->join(self::AND, $parts);
    }

    /**
     * @param list<int> $parts
     */
    public function any(array $parts): int
    {
        Budget::ask();

        return $this->join(self::OR, $parts);
    }

    /**
     * Propositions that all hold where it holds, and only there.
     *
     * @return list<int>
     */
    public function conjuncts(int $p): array
    {
        return $p > self::TRUE && self::AND === $this->kinds[$p] ? $this->parts[$p] : [$p];
    }

    /**
     * @return array{int, array<int, true>}|null cell and letters of an atom that says what a cell holds
     */
    public function atom(int $p): ?array
    {
        return $this->literals[$p] ?? null;
    }

    /**
     * @return array{int, int, int, bool}|null first and last cell, picks and whether negated, of an atom that counts
     *                                         picks
     */
    public function run(int $p): ?array
    {
        return $this->runs[$p] ?? null;
    }

    public function isConjunction(int $p): bool
    {
        return self::AND === $this->kinds[$p];
    }

    /**
     * @return list<int> of a conjunction or disjunction
     */
    public function partsOf(int $p): array
    {
        return $this->parts[$p] ?? [];
    }

    public function not(int $p): int
    {
        if (isset($this->negations[$p])) {
            return $this->negations[$p];
        }
        if (isset($this->literals[$p])) {
            [$cell, $letters] = $this->literals[$p];
            $negation = $this->literal($cell, array_diff_key(array_fill(0, $this->sizes[$cell], true), $letters));
        } elseif (isset($this->runs[$p])) {
            [$from, $to, $n, $negated] = $this->runs[$p];
            $negation = $this->count($from, $to, $n, !$negated);
        } else {
            $negation = $this->join(
                self::AND === $this->kinds[$p] ? self::OR : self::AND,
                array_map($this->not(...), $this->parts[$p]),
            );
        }
        $this->negations[$p] = $negation;
        $this->negations[$negation] = $p;

        return $negation;
    }

    /**
     * Cells that the proposition mentions, as keys.
     *
     * @return array<int, true>
     */
    public function cellsOf(int $p): array
    {
        return $this->cells[$p];
    }

    /** What is left of a proposition once a cell holds a letter. */
    public function given(int $p, int $cell, int $letter): int
    {
        Budget::ask();
        if (!isset($this->cells[$p][$cell])) {
            return $p;
        }
        $key = $p * $this->letters + $this->offsets[$cell] + $letter;

        return $this->left[$key] ??= $this->reduce($p, $cell, $letter);
    }

    /** Whether the proposition holds when every cell it still mentions has no answer. */
    public function holdsUnanswered(int $p): bool
    {
        if (isset($this->unanswered[$p])) {
            return $this->unanswered[$p];
        }
        if (isset($this->literals[$p])) {
            [$cell, $letters] = $this->literals[$p];

            return $this->unanswered[$p] = isset($letters[$this->sizes[$cell] - 1]);
        }
        if (isset($this->runs[$p])) {
            return $this->unanswered[$p] = $this->runs[$p][3];
        }
        // A conjunction is settled by the first part that fails, a disjunction by the first that holds.
        $settles = self::OR === $this->kinds[$p];
        foreach ($this->parts[$p] as $part) {
            if ($this->holdsUnanswered($part) === $settles) {
                return $this->unanswered[$p] = $settles;
            }
        }

        return $this->unanswered[$p] = !$settles;
    }

    /**
     * Whether the proposition holds for an assignment that covers its cells.
     *
     * @param array<int, int> $letters by cell
     */
    public function holds(int $p, array $letters): bool
    {
        Budget::ask();
        if ($p <= self::TRUE) {
            return self::TRUE === $p;
        }
        if (isset($this->literals[$p])) {
            return isset($this->literals[$p][1][$letters[$this->literals[$p][0]]]);
        }
        if (isset($this->runs[$p])) {
            [$from, $to, $n, $negated] = $this->runs[$p];
            $picked = 0;
            for ($cell = $from; $cell <= $to; ++$cell) {
                $picked += 0 === $letters[$cell] ? 1 : 0;
            }

            return $picked >= $n !== $negated;
        }
        $settles = self::OR === $this->kinds[$p];
        foreach ($this->parts[$p] as $part) {
            if ($this->holds($part, $letters) === $settles) {
                return $settles;
            }
        }

        return !$settles;
    }

    /**
     * The letter sets by which the atoms of a proposition tell the letters of a cell apart.
     *
     * @param array<int, array<string, array<int, true>>> $sets filled: cell => key => letters
     */
    public function letterSets(int $p, array &$sets): void
    {
        if (isset($this->literals[$p])) {
            [$cell, $letters] = $this->literals[$p];
            $sets[$cell][implode(',', array_keys($letters))] = $letters;
        }
        foreach ($this->parts[$p] ?? [] as $part) {
            $this->letterSets($part, $sets);
        }
    }

    /**
     * How a proposition reads with cells renumbered; equal texts are equal propositions.
     *
     * @param array<int, int> $numbers cell => number; every cell of the proposition has one
     */
    public function text(int $p, array $numbers): string
    {
        if ($p <= self::TRUE) {
            return self::TRUE === $p ? 'T' : 'F';
        }
        if (isset($this->literals[$p])) {
            return $numbers[$this->literals[$p][0]] . ':' . implode('.', array_keys($this->literals[$p][1]));
        }
        if (isset($this->runs[$p])) {
            [$from, $to, $n, $negated] = $this->runs[$p];

            return $numbers[$from] . '-' . $numbers[$to] . ($negated ? '<' : '>') . $n;
        }
        $parts = array_map(fn(int $part): string => $this->text($part, $numbers), $this->parts[$p]);
        sort($parts);

        return (self::AND === $this->kinds[$p] ? '&(' : '|(') . implode(',', $parts) . ')';
    }

    private function reduce(int $p, int $cell, int $letter): int
    {
        if (isset($this->literals[$p])) {
            return isset($this->literals[$p][1][$letter]) ? self::TRUE : self::FALSE;
        }
        if (isset($this->runs[$p])) {
            // The bits of a several are answered in order, so the cell is the first of the run.
            [$from, $to, $n, $negated] = $this->runs[$p];

            return $this->count($from + 1, $to, $n - (0 === $letter ? 1 : 0), $negated);
        }
        $parts = [];
        foreach ($this->parts[$p] as $part) {
            $parts[] = isset($this->cells[$part][$cell]) ? $this->given($part, $cell, $letter) : $part;
        }

        return $this->join($this->kinds[$p], $parts);
    }

    /**
     * @param list<int> $parts
     */
    private function join(int $kind, array $parts): int
    {
        $neutral = self::AND === $kind ? self::TRUE : self::FALSE;
        $absorbing = 1 - $neutral;
        $flat = [];
        $literals = [];
        $queue = $parts;
        for ($i = 0; $i < count($queue); ++$i) {
            $p = $queue[$i];
            if ($p === $absorbing) {
                return $absorbing;
            }
            if ($p === $neutral) {
                continue;
            }
            if ($this->kinds[$p] === $kind) {
                foreach ($this->parts[$p] as $child) {
                    $queue[] = $child;
                }
            } elseif (isset($this->literals[$p])) {
                [$cell, $letters] = $this->literals[$p];
                $literals[$cell] = !isset($literals[$cell])
                    ? $letters
                    : (self::AND === $kind
                        ? array_intersect_key($literals[$cell], $letters)
                        : $literals[$cell] + $letters);
            } else {
                $flat[$p] = $p;
            }
        }
        foreach ($literals as $cell => $letters) {
            $p = $this->literal($cell, $letters);
            if ($p === $absorbing) {
                return $absorbing;
            }
            if ($p !== $neutral) {
                $flat[$p] = $p;
            }
        }
        if (count($flat) < 2) {
            return [] === $flat ? $neutral : reset($flat);
        }
        ksort($flat);
        $key = (self::AND === $kind ? '&' : '|') . implode(',', $flat);
        if (isset($this->numbers[$key])) {
            return $this->numbers[$key];
        }
        $cells = [];
        foreach ($flat as $p) {
            $cells += $this->cells[$p];
        }

        $number = $this->intern($kind, $key, $cells);
        $this->parts[$number] = array_values($flat);

        return $number;
    }

    /**
     * @param array<int, true> $cells
     */
    private function intern(int $kind, string $key, array $cells): int
    {
        if (isset($this->numbers[$key])) {
            return $this->numbers[$key];
        }
        $number = count($this->kinds);
        $this->kinds[] = $kind;
        $this->cells[] = $cells;

        return $this->numbers[$key] = $number;
    }
}
