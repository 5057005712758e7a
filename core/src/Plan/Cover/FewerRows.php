<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Cover;

use Ithrel\Core\Work\Budget;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Takes rows out of a cover: the row that is missed least goes, and the pairs that went with it are brought into the
 * others, one answer after the other, at the least cost in other pairs; what was changed a moment ago is left alone
 * (tabu search, after Glover 1989; for covers of pairs Nurmela 2004, from memory). Rows stay selectable throughout.
 */
final class FewerRows
{
    /**
     * Steps that the whole search may take, about a second; and for each pair, as little tables are soon as small as
     * they get.
     */
    private const STEPS = 6_000_000;
    private const STEPS_OF_A_PAIR = 4_000;

    /** Moves for which a changed answer is left alone. */
    private const TABU = 6;

    private Randomizer $random;

    /** @var array<int, array<int, int>> answer => answer => rows that hold both */
    private array $held = [];

    /** @var array<int, array{int, int}> pairs that no row holds */
    private array $missing = [];

    private int $left;

    /**
     * @param list<array<int, int>> $rows
     */
    private function __construct(private readonly Meetings $meetings, private array $rows)
    {
        $this->random = new Randomizer(new Mt19937(2004));
        $this->left = min(
            self::STEPS,
            intdiv(self::STEPS_OF_A_PAIR * array_sum(array_map(count(...), $meetings->met)), 2),
        );
    }

    /**
     * @param list<array<int, int>> $rows of a cover
     * @param int $lowerBound rows that no cover can do without
     *
     * @return list<array<int, int>> a cover with as many or fewer
     */
    public static function of(Meetings $meetings, array $rows, int $lowerBound): array
    {
        $best = $rows;
        $self = new self($meetings, $rows);
        $self->count();
        while (count($best) > $lowerBound && $self->left > 0) {
            $self->takeOut();
            if (!$self->mend()) {
                break;
            }
            $best = $self->rows;
        }

        return $best;
    }

    private function count(): void
    {
        foreach ($this->rows as $row) {
            Budget::ask();
            foreach ($row as $a) {
                Budget::ask();
                foreach ($row as $b) {
                    if ($a !== $b) {
                        $this->held[$a][$b] = ($this->held[$a][$b] ?? 0) + 1;
                    }
                }
            }
        }
    }

    /** The row goes whose pairs are held by others most. */
    private function takeOut(): void
    {
        $least = PHP_INT_MAX;
        $out = 0;
        foreach ($this->rows as $r => $row) {
            Budget::ask();
            $own = 0;
            foreach ($row as $a) {
                Budget::ask();
                foreach ($row as $b) {
                    $own += $a < $b && 1 === $this->held[$a][$b] ? 1 : 0;
                }
            }
            if ($own < $least) {
                [$out, $least] = [$r, $own];
            }
        }
        $row = $this->rows[$out];
        array_splice($this->rows, $out, 1);
        foreach ($row as $a) {
            Budget::ask();
            foreach ($row as $b) {
                if ($a < $b) {
                    $this->loseOne($a, $b);
                }
            }
        }
    }

    /** Whether all pairs are held again. */
    private function mend(): bool
    {
        $changed = [];
        for ($move = 0; [] !== $this->missing; ++$move) {
            [$a, $b] = $this->missing[$this->random->pickArrayKeys($this->missing, 1)[0]];
            $best = null;
            $least = PHP_INT_MAX;
            $ties = 0;
            foreach ($this->rows as $r => $row) {
                Budget::ask();
                [$cellA] = $this->meetings->answers[$a];
                [$cellB] = $this->meetings->answers[$b];
                $changes = [];
                foreach ([$cellA => $a, $cellB => $b] as $cell => $answer) {
                    if (($row[$cell] ?? null) !== $answer) {
                        $changes[$cell] = $answer;
                    }
                }
                $this->left -= count($row) * (1 + count($changes));
                foreach (array_keys($changes) as $cell) {
                    if (($changed[$r][$cell] ?? -self::TABU) > $move - self::TABU) {
                        continue 2;
                    }
                }
                $cost = $this->cost($row, $changes);
                if ($cost > $least || !$this->isSelectable($row, $changes)) {
                    continue;
                }
                $ties = $cost < $least ? 1 : $ties + 1;
                if ($cost < $least || 1 === $this->random->getInt(1, $ties)) {
                    [$best, $least] = [[$r, $changes], $cost];
                }
            }
            if ($this->left <= 0) {
                return false;
            }
            if (null === $best) {
                $changed = [];
                continue;
            }
            [$r, $changes] = $best;
            foreach ($changes as $cell => $answer) {
                $this->change($r, $cell, $answer);
                $changed[$r][$cell] = $move;
            }
        }

        return true;
    }

    /**
     * Pairs that are lost, less those that are won.
     *
     * @param array<int, int> $row
     * @param array<int, int> $changes cell => answer
     */
    private function cost(array $row, array $changes): int
    {
        $cost = 0;
        foreach ($changes as $cell => $new) {
            $old = $row[$cell] ?? null;
            $ofOld = null === $old ? [] : $this->held[$old];
            $ofNew = $this->held[$new] ?? [];
            $met = $this->meetings->met[$new];
            foreach ($row as $other => $answer) {
                if ($other !== $cell && !isset($changes[$other])) {
                    if (1 === ($ofOld[$answer] ?? 0)) {
                        ++$cost;
                    }
                    if (0 === ($ofNew[$answer] ?? 0) && isset($met[$answer])) {
                        --$cost;
                    }
                }
            }
        }

        return $cost;
    }

    /**
     * @param array<int, int> $row
     * @param array<int, int> $changes cell => answer
     */
    private function isSelectable(array $row, array $changes): bool
    {
        $live = $this->meetings->live;
        $diagrams = [];
        foreach (array_keys($changes) as $cell) {
            if (!$live->isAlone($cell)) {
                $diagrams[$live->diagramOf[$cell]] = true;
            }
        }
        if ([] === $diagrams) {
            return true;
        }
        $pins = array_map(fn(int $answer): int => $this->meetings->answers[$answer][1], $changes + $row);
        foreach (array_keys($diagrams) as $diagram) {
            $this->left -= $live->costOf($diagram);
            if ([] === $live->with($diagram, $pins)) {
                return false;
            }
        }

        return true;
    }

    private function change(int $r, int $cell, int $new): void
    {
        $old = $this->rows[$r][$cell] ?? null;
        foreach ($this->rows[$r] as $other => $answer) {
            if ($other === $cell) {
                continue;
            }
            if (null !== $old) {
                $this->loseOne(min($old, $answer), max($old, $answer));
            }
            $this->held[$new][$answer] = $this->held[$answer][$new] = ($this->held[$new][$answer] ?? 0) + 1;
            unset($this->missing[self::key(min($new, $answer), max($new, $answer))]);
        }
        $this->rows[$r][$cell] = $new;
    }

    private function loseOne(int $a, int $b): void
    {
        $held = $this->held[$a][$b] - 1;
        $this->held[$a][$b] = $this->held[$b][$a] = $held;
        if (0 === $held && isset($this->meetings->met[$a][$b])) {
            $this->missing[self::key($a, $b)] = [$a, $b];
        }
    }

    private static function key(int $a, int $b): int
    {
        return ($a << 20) | $b;
    }
}
