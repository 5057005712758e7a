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
    /** @var list<int> every condition that is remembered for a while */
    private array $conditions;

    /** @var array<int, list<int>> position => conditions that are not needed beyond it */
    private array $ends;

    /** @var list<list<int>> position => conditions remembered after it */
    private array $after;

    /** @var array<int, true> propositions of which is noted where they become true */
    public array $watched;

    /**
     * @param list<int> $options in the order of decision
     * @param list<int> $cells in the order of decision
     * @param list<int> $watch propositions
     */
    public function __construct(private Board $board, array $options, array $cells, array $watch)
    {
        $positionOf = array_flip($cells);
        $this->watched = array_fill_keys(
            array_filter($watch, static fn(int $p): bool => $p > Propositions::TRUE),
            true,
        );
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
        $spans = $starts = $ends = [];
        foreach ($needed as $p => $until) {
            $mentioned = array_intersect_key($positionOf, $board->props->cellsOf($p));
            if ([] !== $mentioned) {
                $spans[$p] = true;
                $ends[$until][] = $p;
                if (min($mentioned) < $until) {
                    $starts[min($mentioned)][] = $p;
                }
            }
        }
        $this->conditions = array_keys($spans);
        $this->ends = $ends;
        $after = [];
        $active = [];
        foreach (array_keys($cells) as $position) {
            foreach ($starts[$position] ?? [] as $p) {
                $active[$p] = true;
            }
            foreach ($ends[$position] ?? [] as $p) {
                unset($active[$p]);
            }
            $after[] = array_keys($active);
        }
        $this->after = $after;
    }

    /**
     * What has to be remembered after the cell at a position is decided.
     *
     * @return list<int> propositions
     */
    public function after(int $position): array
    {
        return $this->after[$position];
    }

    /**
     * Watched conditions that the cell at a position decides for good.
     *
     * @return list<int> propositions
     */
    public function settledAt(int $position): array
    {
        return array_values(array_filter($this->ends[$position] ?? [], fn(int $p): bool => isset($this->watched[$p])));
    }

    /**
     * The letter sets by which the followed conditions, and one more, tell the letters of each cell apart.
     *
     * @return array<int, array<string, array<int, true>>> cell => key => letters
     */
    public function letterSets(int $must): array
    {
        $sets = [];
        foreach ([...$this->conditions, $must] as $p) {
            $this->board->props->letterSets($p, $sets);
        }

        return $sets;
    }
}
