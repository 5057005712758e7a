<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * The combination of a diagram in which the fewest options are answered, whatever is picked in each; of several the
 * first in the order of the cells and their letters.
 */
final class FewestAnswers
{
    /**
     * @param Diagram $diagram whose cells stand in display order; something is offered in it
     * @param list<Cell> $cells of the board
     *
     * @return array<int, int> cell => letter
     */
    public static function in(Diagram $diagram, array $cells): array
    {
        $last = count($diagram->cells);
        // By node and by whether the option that a cell belongs to was answered by an earlier one of its cells.
        $below = array_map(
            static fn(int|\GMP $count): array => Diagram::isZero($count) ? [null, null] : [0, 0],
            $diagram->offered[$last],
        );
        /**
         * @var array<int, array<int, array<int, array{
         *     int,
         *     int,
         * }>>> $best position => node => answered => letter and child
         */
        $best = [];
        for ($p = $last - 1; $p >= 0; --$p) {
            $cell = $cells[$diagram->cells[$p]];
            $next = $p + 1 < $last ? $cells[$diagram->cells[$p + 1]]->option : -1;
            /** @var list<array<int, int|null>> $layer */
            $layer = [];
            foreach ($diagram->edges[$p] as $node => $children) {
                foreach ([0, 1] as $answered) {
                    $layer[$node][$answered] = null;
                    foreach ($children as $g => $child) {
                        foreach ($child < 0 ? [] : self::telling($diagram->groups[$p][$g], $cell->none()) as $letter) {
                            $picked = $cell->none() !== $letter;
                            $rest = $below[$child][$cell->option === $next && ($picked || 1 === $answered) ? 1 : 0];
                            $sum = null === $rest ? null : $rest + ($picked && 0 === $answered ? 1 : 0);
                            $least = $layer[$node][$answered];
                            if (
                                null !== $sum &&
                                (null === $least ||
                                    $sum < $least ||
                                    ($sum === $least && $letter < $best[$p][$node][$answered][0]))
                            ) {
                                $layer[$node][$answered] = $sum;
                                $best[$p][$node][$answered] = [$letter, $child];
                            }
                        }
                    }
                }
            }
            $below = $layer;
        }
        $letters = [];
        $node = $answered = 0;
        foreach ($diagram->cells as $p => $at) {
            [$letter, $child] = $best[$p][$node][$answered];
            $letters[$at] = $letter;
            $goesOn = $p + 1 < $last && $cells[$diagram->cells[$p + 1]]->option === $cells[$at]->option;
            $answered = $goesOn && (1 === $answered || $letter !== $cells[$at]->none()) ? 1 : 0;
            $node = $child;
        }

        return $letters;
    }

    /**
     * Of letters that lead to the same place, the first one that answers, and the one that does not.
     *
     * @param list<int> $letters
     *
     * @return list<int>
     */
    private static function telling(array $letters, int $none): array
    {
        $answering = array_filter($letters, static fn(int $letter): bool => $letter !== $none);

        return [...[] === $answering ? [] : [min($answering)], ...in_array($none, $letters, true) ? [$none] : []];
    }
}
