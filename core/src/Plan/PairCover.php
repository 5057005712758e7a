<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;

/**
 * Few selectable combinations in which every answer, and every pair of answers that can meet, occurs.
 *
 * Answer by answer the one is taken that brings the most new pairs and that something selectable still has (after
 * the greedy construction of Cohen, Dalal, Fredman and Patton 1997, "The AETG system", with the constraints asked of
 * the diagram). What comes out is not the least number; a lower bound stands beside it.
 */
final class PairCover
{
    /** Pairs up to which they are looked for; beyond that only single answers are covered. */
    private const MOST_PAIRS = 60_000;

    /** @var list<State> */
    public readonly array $combinations;

    /** Pairs that can meet; 0 where there is but one choice, or where there are so many that answers are covered one by one. */
    public readonly int $pairs;

    /** No fewer combinations can cover the pairs: two options have so many between them. */
    public readonly int $lowerBound;

    /** @var array<string, array<string, true>> answer => answers that it can meet and has not met yet */
    private array $open = [];

    public function __construct(private readonly Reach $reach)
    {
        $this->meet();
        $pairs = $bound = 0;
        $between = [];
        foreach ($this->open as $a => $others) {
            foreach (array_keys($others) as $b) {
                $isPair = $a !== $b;
                $pairs += $isPair ? 1 : 0;
                $cells = [explode(':', $a)[0], explode(':', $b)[0]];
                sort($cells);
                $key = implode('-', $cells);
                // Each pair is met from both of its sides, an answer by itself once.
                $between[$key] = ($between[$key] ?? 0) + ($isPair ? 1 : 2);
                $bound = max($bound, intdiv($between[$key] + 1, 2));
            }
        }
        $this->pairs = intdiv($pairs, 2);
        $this->lowerBound = max($bound, 0 === gmp_sign($reach->selectable()) ? 0 : 1);
        $combinations = [];
        if (0 !== gmp_sign($reach->selectable()) && [] === $this->cells()) {
            $combinations[] = new State();
        }
        while (null !== $start = $this->fullest()) {
            $combinations[] = $this->next($start);
        }
        $this->combinations = $combinations;
    }

    /** What each answer can meet, from the shares under it as a pin. */
    private function meet(): void
    {
        if (0 === gmp_sign($this->reach->selectable())) {
            return;
        }
        $live = $this->live([]);
        if (count($live) ** 2 / 2 > self::MOST_PAIRS) {
            foreach (array_keys($live) as $a) {
                $this->open[$a] = [$a => true];
            }

            return;
        }
        foreach (array_keys($live) as $a) {
            [$cell, $letter] = array_map(intval(...), explode(':', $a));
            $this->open[$a] = array_filter($this->live([$cell => [$letter => true]]), static fn (string $b): bool => explode(':', $b)[0] !== (string) $cell, ARRAY_FILTER_USE_KEY);
        }
        if (1 === count($this->cells())) {
            // With one choice alone there are no pairs; its answers are covered one by one.
            foreach (array_keys($live) as $a) {
                $this->open[$a] = [$a => true];
            }
        }
    }

    /**
     * @param array<int, array<int, true>> $pins
     *
     * @return array<string, true> "cell:letter" of what something selectable has
     */
    private function live(array $pins): array
    {
        $live = [];
        foreach ((new Listing($this->reach, Listing::SELECTABLE, $pins))->shares() as $cell => $letters) {
            foreach ($letters as $letter => $count) {
                if (0 !== gmp_sign($count) && in_array($cell, $this->cells(), true)) {
                    $live[$cell.':'.$letter] = true;
                }
            }
        }

        return $live;
    }

    /** The answer with the most pairs still open. */
    private function fullest(): ?string
    {
        $best = null;
        $most = 0;
        foreach ($this->open as $a => $others) {
            if (count($others) > $most) {
                [$best, $most] = [$a, count($others)];
            }
        }

        return $best;
    }

    private function next(string $start): State
    {
        [$cell, $letter] = array_map(intval(...), explode(':', $start));
        $pins = [$cell => [$letter => true]];
        $chosen = [$start => true];
        while (count($pins) < count($this->cells())) {
            $best = null;
            $most = -1;
            foreach (array_keys($this->live($pins)) as $b) {
                $at = (int) explode(':', $b)[0];
                if (isset($pins[$at])) {
                    continue;
                }
                $gain = 10 * count(array_intersect_key($this->open[$b] ?? [], $chosen));
                // Among equals the one that has most left to meet.
                $gain += 0 === count($this->open[$b] ?? []) ? 0 : 1;
                if ($gain > $most) {
                    [$best, $most] = [$b, $gain];
                }
            }
            if (null === $best) {
                break;
            }
            [$at, $letter] = array_map(intval(...), explode(':', $best));
            $pins[$at] = [$letter => true];
            $chosen[$best] = true;
        }
        foreach (array_keys($chosen) as $a) {
            foreach (array_keys($chosen) as $b) {
                unset($this->open[$a][$b]);
            }
            unset($this->open[$a][$a]);
        }

        return $this->reach->board->stateOfLetters(array_map(static fn (array $letters): int => array_key_first($letters), $pins));
    }

    /**
     * @return list<int>
     */
    private function cells(): array
    {
        $cells = [];
        foreach ($this->reach->setup->options as $option) {
            array_push($cells, ...($option->kind->isChoice() ? $this->reach->board->cellsOf[$option->index] : []));
        }

        return $cells;
    }
}
