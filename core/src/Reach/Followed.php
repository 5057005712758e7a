<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Which conditions have to be remembered from which decision on, and how long.
 *
 * A condition is followed from the first cell it mentions until the last option that asks it is decided;
 * a watched one until the last cell it mentions.
 */
final readonly class Followed
{
    /** @var array<int, array{int, int}> proposition => first position it mentions, last position it is needed at */
    public array $spans;

    /** @var array<int, true> propositions of which is noted where they become true */
    public array $watched;

    /**
     * @param list<int> $options in the order of decision
     * @param list<int> $cells   in the order of decision
     * @param list<int> $watch   propositions
     */
    public function __construct(private Board $board, array $options, array $cells, array $watch)
    {
        $positionOf = array_flip($cells);
        $this->watched = array_fill_keys(array_filter($watch, static fn (int $p): bool => $p > Propositions::TRUE), true);
        $needed = [];
        foreach (array_keys($this->watched) as $p) {
            $mentioned = array_intersect_key($positionOf, $board->props->cellsOf($p));
            $needed[$p] = [] === $mentioned ? 0 : max($mentioned);
        }
        foreach ($options as $option) {
            $own = $board->cellsOf[$option];
            foreach ([$board->shown[$option], ...$board->allowed[$option]] as $p) {
                if ($p > Propositions::TRUE && [] !== $own) {
                    $needed[$p] = max($needed[$p] ?? 0, $positionOf[$own[count($own) - 1]]);
                }
            }
        }
        $spans = [];
        foreach ($needed as $p => $until) {
            $mentioned = array_intersect_key($positionOf, $board->props->cellsOf($p));
            if ([] !== $mentioned) {
                $spans[$p] = [min($mentioned), $until];
            }
        }
        $this->spans = $spans;
    }

    /**
     * What has to be remembered after the cell at a position is decided.
     *
     * @return list<int> propositions
     */
    public function after(int $position): array
    {
        return array_keys(array_filter($this->spans, static fn (array $span): bool => $span[0] <= $position && $span[1] > $position));
    }

    /**
     * Watched conditions that the cell at a position decides for good.
     *
     * @return list<int> propositions
     */
    public function settledAt(int $position): array
    {
        return array_keys(array_filter(array_intersect_key($this->spans, $this->watched), static fn (array $span): bool => $span[1] === $position));
    }

    /**
     * The letter sets by which the followed conditions, and one more, tell the letters of each cell apart.
     *
     * @return array<int, array<string, array<int, true>>> cell => key => letters
     */
    public function letterSets(int $must): array
    {
        $sets = [];
        foreach ([...array_keys($this->spans), $must] as $p) {
            $this->board->props->letterSets($p, $sets);
        }

        return $sets;
    }
}
