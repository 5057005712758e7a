<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Conditions over cells, interned: equal propositions have equal numbers, FALSE is 0 and TRUE is 1.
 *
 * A proposition is kept in negation normal form. Its atoms say that a cell holds one of some letters,
 * or that at least (or fewer than) n bits of a run of cells are picked. Conjunctions and disjunctions
 * are flat, sorted and free of doubles, and the atoms of one cell in them are merged; that is what the
 * numbering can tell apart, so two propositions of one meaning may still have two numbers.
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

    /** @var list<array<int, mixed>> [cell, letters, size] | [from, to, n, negated] | children */
    private array $data = [[], []];

    /** @var list<array<int, true>> cells that a proposition mentions */
    private array $cells = [[], []];

    /** @var array<int, int> proposition and letter => what is left */
    private array $left = [];

    /** @var array<int, bool> */
    private array $unanswered = [1 => true, 0 => false];

    /** @var array<int, int> */
    private array $negations = [0 => 1, 1 => 0];

    /**
     * @param list<int> $sizes   letters of each cell; the last letter is "none"
     * @param list<int> $offsets number of the first letter of each cell, all letters counted on
     * @param int       $letters all letters of all cells
     */
    public function __construct(private readonly array $sizes, private readonly array $offsets, private readonly int $letters)
    {
    }

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

        return $this->intern(self::LITERAL, 'l'.$cell.':'.implode(',', array_keys($letters)), [$cell, $letters], [$cell => true]);
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

        return $this->intern(self::COUNT, 'c'.$from.'-'.$to.':'.$n.($negated ? '-' : '+'), [$from, $to, $n, $negated], array_fill_keys(range($from, $to), true));
    }

    /**
     * @param list<int> $parts
     */
    public function all(array $parts): int
    {
        return $this->join(self::AND, $parts);
    }

    /**
     * @param list<int> $parts
     */
    public function any(array $parts): int
    {
        return $this->join(self::OR, $parts);
    }

    public function not(int $p): int
    {
        if (isset($this->negations[$p])) {
            return $this->negations[$p];
        }
        $data = $this->data[$p];
        switch ($this->kinds[$p]) {
            case self::LITERAL:
                /** @var array{int, array<int, true>} $data */
                $negation = $this->literal($data[0], array_diff_key(array_fill(0, $this->sizes[$data[0]], true), $data[1]));
                break;
            case self::COUNT:
                /** @var array{int, int, int, bool} $data */
                $negation = $this->count($data[0], $data[1], $data[2], !$data[3]);
                break;
            default:
                /** @var list<int> $data */
                $negation = $this->join(self::AND === $this->kinds[$p] ? self::OR : self::AND, array_map($this->not(...), $data));
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
        $data = $this->data[$p];
        switch ($this->kinds[$p]) {
            case self::LITERAL:
                /** @var array{int, array<int, true>} $data */
                $holds = isset($data[1][$this->sizes[$data[0]] - 1]);
                break;
            case self::COUNT:
                $holds = (bool) $data[3];
                break;
            case self::AND:
                $holds = true;
                foreach ($data as $part) {
                    if (!$this->holdsUnanswered((int) $part)) {
                        $holds = false;
                        break;
                    }
                }
                break;
            default:
                $holds = false;
                foreach ($data as $part) {
                    if ($this->holdsUnanswered((int) $part)) {
                        $holds = true;
                        break;
                    }
                }
        }

        return $this->unanswered[$p] = $holds;
    }

    /**
     * Whether the proposition holds for an assignment that covers its cells.
     *
     * @param array<int, int> $letters by cell
     */
    public function holds(int $p, array $letters): bool
    {
        $data = $this->data[$p];
        switch ($this->kinds[$p]) {
            case self::LITERAL:
                return isset($data[1][$letters[$data[0]]]);
            case self::COUNT:
                $picked = 0;
                for ($cell = $data[0]; $cell <= $data[1]; ++$cell) {
                    $picked += 0 === $letters[$cell] ? 1 : 0;
                }

                return ($picked >= $data[2]) !== $data[3];
            case self::AND:
                foreach ($data as $part) {
                    if (!$this->holds($part, $letters)) {
                        return false;
                    }
                }

                return self::FALSE !== $p;
            default:
                foreach ($data as $part) {
                    if ($this->holds($part, $letters)) {
                        return true;
                    }
                }

                return false;
        }
    }

    /**
     * The letter sets by which the atoms of a proposition tell the letters of a cell apart.
     *
     * @param array<int, array<string, array<int, true>>> $sets filled: cell => key => letters
     */
    public function letterSets(int $p, array &$sets): void
    {
        $data = $this->data[$p];
        if (self::LITERAL === $this->kinds[$p]) {
            /** @var array{int, array<int, true>} $data */
            $sets[$data[0]][implode(',', array_keys($data[1]))] = $data[1];
        } elseif (self::COUNT !== $this->kinds[$p]) {
            foreach ($data as $part) {
                $this->letterSets((int) $part, $sets);
            }
        }
    }

    private function reduce(int $p, int $cell, int $letter): int
    {
        $data = $this->data[$p];
        switch ($this->kinds[$p]) {
            case self::LITERAL:
                return isset($data[1][$letter]) ? self::TRUE : self::FALSE;
            case self::COUNT:
                // The bits of a several are answered in order, so the cell is the first of the run.
                return $this->count($data[0] + 1, $data[1], $data[2] - (0 === $letter ? 1 : 0), $data[3]);
        }
        $parts = [];
        foreach ($data as $part) {
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
                foreach ($this->data[$p] as $child) {
                    $queue[] = $child;
                }
            } elseif (self::LITERAL === $this->kinds[$p]) {
                [$cell, $letters] = $this->data[$p];
                $literals[$cell] = !isset($literals[$cell]) ? $letters : (self::AND === $kind ? array_intersect_key($literals[$cell], $letters) : $literals[$cell] + $letters);
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
        $key = (self::AND === $kind ? '&' : '|').implode(',', $flat);
        if (isset($this->numbers[$key])) {
            return $this->numbers[$key];
        }
        $cells = [];
        foreach ($flat as $p) {
            $cells += $this->cells[$p];
        }

        return $this->intern($kind, $key, array_values($flat), $cells);
    }

    /**
     * @param array<int, mixed> $data
     * @param array<int, true>  $cells
     */
    private function intern(int $kind, string $key, array $data, array $cells): int
    {
        if (isset($this->numbers[$key])) {
            return $this->numbers[$key];
        }
        $number = count($this->kinds);
        $this->kinds[] = $kind;
        $this->data[] = $data;
        $this->cells[] = $cells;

        return $this->numbers[$key] = $number;
    }
}
