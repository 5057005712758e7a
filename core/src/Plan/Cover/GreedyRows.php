<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Cover;

use Ithrel\Core\Work\Budget;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Rows in which every pair of answers that can meet occurs, built one after the other: of some candidates, each built
 * answer by answer, the one with the most new pairs (after the greedy construction of Cohen, Dalal, Fredman and Patton
 * 1997, "The AETG system", with the constraints asked of the diagrams). The first candidate takes at each step the
 * answer that brings the most, the others go through the cells in a random order.
 */
final class GreedyRows
{
    /** Candidates for one row, and steps that all candidates may take: with many answers fewer are built. */
    private const CANDIDATES = 10;
    private const STEPS = 4_000_000;

    private Randomizer $random;

    /** @var array<int, array<int, true>> answer => answers that it can meet and has not met yet */
    private array $open;

    private function __construct(private readonly Meetings $meetings)
    {
        // Equal setups have equal plans.
        $this->random = new Randomizer(new Mt19937(1997));
        $this->open = $meetings->met;
    }

    /**
     * @return list<array<int, int>> each row cell => answer
     */
    public static function of(Meetings $meetings): array
    {
        $plain = (new self($meetings))->rows(1);
        $chosen = (new self($meetings))->rows(self::CANDIDATES);

        // The best of many candidates is no better now and then.
        return count($plain) < count($chosen) ? $plain : $chosen;
    }

    /**
     * @param int $candidates for each row
     *
     * @return list<array<int, int>>
     */
    private function rows(int $candidates): array
    {
        $rows = [];
        $answers = max(1, count($this->meetings->answers));
        $left = self::STEPS;
        while (null !== ($start = $this->fullest())) {
            Budget::ask();
            $best = $this->row($start, null);
            $most = $this->gain($best);
            $cost = $answers * count($best) + $this->costOfLiving($best);
            $cells = array_keys($this->meetings->numbers);
            for ($i = 1; $i < $candidates && $left > 0; ++$i, $left -= $cost) {
                $row = $this->row($start, $this->random->shuffleArray($cells));
                $gain = $this->gain($row);
                if ($gain > $most) {
                    [$best, $most] = [$row, $gain];
                }
            }
            $this->take($best);
            $rows[] = $best;
        }

        return $rows;
    }

    /**
     * Steps that it takes to ask, answer by answer, what is still live.
     *
     * @param array<int, int> $row
     */
    private function costOfLiving(array $row): int
    {
        $live = $this->meetings->live;
        $cost = 0;
        foreach (array_keys($row) as $cell) {
            $cost += $live->isAlone($cell) ? 0 : $live->costOf($live->diagramOf[$cell]);
        }

        return $cost;
    }

    /** The answer with the most pairs still open. */
    private function fullest(): ?int
    {
        $best = null;
        $most = 0;
        foreach ($this->open as $a => $others) {
            Budget::ask();
            if (count($others) > $most) {
                [$best, $most] = [$a, count($others)];
            }
        }

        return $best;
    }

    /**
     * @param list<int>|null $order cells one after the other; null: whichever answer brings the most
     *
     * @return array<int, int>
     */
    private function row(int $start, ?array $order): array
    {
        $row = $pins = $gains = [];
        /** @var array<int, array<int, int>> $choices cell => answers that can still be given */
        $choices = $this->meetings->numbers;
        $live = $this->meetings->live;
        $next = $start;
        while (true) {
            Budget::ask();
            [$cell, $letter] = $this->meetings->answers[$next];
            $row[$cell] = $next;
            $pins[$cell] = $letter;
            unset($choices[$cell]);
            foreach ($this->open[$next] as $other => $true) {
                $gains[$other] = ($gains[$other] ?? 0) + 1;
            }
            if (!$live->isAlone($cell)) {
                foreach ($live->with($live->diagramOf[$cell], $pins) as $other => $letters) {
                    if (isset($choices[$other])) {
                        $choices[$other] = array_intersect_key($choices[$other], $letters);
                    }
                }
            }
            if (null !== $order) {
                do {
                    $at = array_shift($order);
                } while (null !== $at && !isset($choices[$at]));
                $next = null === $at ? null : $this->most([$at => $choices[$at]], $gains);
            } else {
                $next = $this->most($choices, $gains);
            }
            if (null === $next) {
                return $row;
            }
        }
    }

    /**
     * @param array<int, array<int, int>> $choices
     * @param array<int, int> $gains
     */
    private function most(array $choices, array $gains): ?int
    {
        $best = null;
        $most = -1;
        foreach ($choices as $answers) {
            foreach ($answers as $answer) {
                $gain = $gains[$answer] ?? 0;
                // Among equals the one that has the most left to meet.
                if (
                    $gain > $most ||
                    ($gain === $most && null !== $best && count($this->open[$answer]) > count($this->open[$best]))
                ) {
                    [$best, $most] = [$answer, $gain];
                }
            }
        }

        return $best;
    }

    /**
     * @param array<int, int> $row
     */
    private function gain(array $row): int
    {
        $gain = 0;
        $taken = array_flip($row);
        foreach ($row as $answer) {
            $gain += count(array_intersect_key($this->open[$answer], $taken));
        }

        return $gain;
    }

    /**
     * @param array<int, int> $row
     */
    private function take(array $row): void
    {
        $taken = array_flip($row);
        foreach ($row as $answer) {
            $this->open[$answer] = array_diff_key($this->open[$answer], $taken);
        }
    }
}
