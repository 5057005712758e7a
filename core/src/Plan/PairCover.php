<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\Cover\AnswerRows;
use Ithrel\Core\Plan\Cover\FewerRows;
use Ithrel\Core\Plan\Cover\GreedyRows;
use Ithrel\Core\Plan\Cover\LiveAnswers;
use Ithrel\Core\Plan\Cover\Meetings;
use Ithrel\Core\Reach\Reach;

/**
 * Few selectable combinations in which every answer, and every pair of answers that can meet, occurs: built greedily,
 * then thinned out. What comes out is not the least number; a lower bound stands beside it.
 */
final class PairCover
{
    /** Pairs up to which they are looked for; beyond that only single answers are covered. */
    private const MOST_PAIRS = 60_000;

    /** @var list<State> */
    public readonly array $combinations;

    /**
     * Pairs that can meet; 0 where there is but one choice, or where there are so many that answers are covered one by
     * one.
     */
    public readonly int $pairs;

    /** No fewer combinations can cover the pairs: two options have so many between them. */
    public readonly int $lowerBound;

    public function __construct(Reach $reach)
    {
        $isAny = 0 !== gmp_sign($reach->selectable());
        $live = $isAny ? new LiveAnswers($reach) : null;
        $cells = $live?->cells() ?? [];
        $meetings = null === $live || [] === $cells ? null : new Meetings($live, self::MOST_PAIRS);
        if (null === $meetings) {
            $this->combinations = $isAny ? [new State()] : [];
            $this->pairs = 0;
            $this->lowerBound = count($this->combinations);

            return;
        }
        [$this->pairs, $this->lowerBound] = self::bounds($meetings);
        $rows = $meetings->hasPairs()
            ? FewerRows::of($meetings, GreedyRows::of($meetings), $this->lowerBound)
            : AnswerRows::of($meetings);
        $this->combinations = array_map(
            static fn(array $row): State => $reach->board->stateOfLetters(
                array_map(static fn(int $answer): int => $meetings->answers[$answer][1], $row),
            ),
            $rows,
        );
    }

    /**
     * @return array{int, int} pairs, and the combinations that no cover can do without
     */
    private static function bounds(Meetings $meetings): array
    {
        if (!$meetings->hasPairs()) {
            return [0, max(1, ...array_map(count(...), $meetings->numbers))];
        }
        $pairs = 0;
        $between = [];
        foreach ($meetings->met as $a => $others) {
            $pairs += count($others);
            foreach (array_keys($others) as $b) {
                $key = $meetings->answers[$a][0] . '-' . $meetings->answers[$b][0];
                $between[$key] = ($between[$key] ?? 0) + 1;
            }
        }

        return [intdiv($pairs, 2), max(1, ...array_values($between))];
    }
}
