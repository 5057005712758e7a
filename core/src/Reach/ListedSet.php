<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * A set of combinations under pins as a product of diagrams, which are walked side by side, cell by cell.
 */
final class ListedSet
{
    /** @var array<int, list<array{int, int}>> cell => [diagram, position] it is decided in */
    public array $at = [];

    public readonly ListingParts $parts;

    /**
     * @param string $set one of Listing::SETS
     * @param array<int, array<int, true>> $pins cell => letters that are let through; cells not named are free
     * @param array<int, int> $typed cell of an input => the letter (class) that is typed
     *
     * @throws TooLarge
     */
    public function __construct(
        private readonly Reach $reach,
        private readonly string $set,
        private readonly array $pins,
        array $typed,
    ) {
        $this->parts = new ListingParts();
        $this->parts->components = count($reach->compiled());
        foreach (array_keys($reach->components) as $c) {
            $this->add($reach->inDisplayOrder($c, $typed));
        }
        $allWrong = false;
        if (Listing::WRONG_SALE === $set) {
            $clusters = $reach->guardClusters();
            $allWrong = null === $clusters;
            foreach ($clusters ?? [] as [$components, $inputs, $broken]) {
                $this->parts->clusters[] = [
                    $components,
                    $this->add(
                        $reach->stockedWhere(
                            $components,
                            $inputs,
                            $reach->withTyped($broken, $components, $typed),
                            true,
                        ),
                    ),
                ];
            }
        }
        $this->parts->allWrong = $allWrong;
    }

    private function add(Diagram $diagram): int
    {
        $number = count($this->parts->diagrams);
        foreach ($diagram->cells as $p => $cell) {
            $this->at[$cell][] = [$number, $p];
        }
        $this->parts->diagrams[] = $diagram;
        if ([] === array_intersect_key($this->pins, array_fill_keys($diagram->cells, true))) {
            $this->parts->offered[] = $diagram->offered;
            $this->parts->selectable[] = $diagram->selectable;
        } else {
            $this->parts->offered[] = $this->pinned($diagram, $diagram->offered);
            $this->parts->selectable[] = $this->pinned($diagram, $diagram->selectable);
        }

        return $number;
    }

    /**
     * Counts again with only the letters that the pins let through.
     *
     * @param list<list<int|\GMP>> $counts
     *
     * @return list<list<int|\GMP>>
     */
    private function pinned(Diagram $diagram, array $counts): array
    {
        $last = count($diagram->cells);
        $result = [$last => $counts[$last]];
        for ($p = $last - 1; $p >= 0; --$p) {
            $ways = $diagram->ways($p, $this->pins);
            $layer = [];
            foreach ($diagram->edges[$p] as $node => $children) {
                Budget::ask();
                $sum = 0;
                // Without pins from here on down nothing changes, and below a zero nothing can.
                if (0 !== $counts[$p][$node]) {
                    $sum = gmp_init(0);
                    foreach ($children as $g => $child) {
                        if ($child >= 0 && $ways[$g] > 0) {
                            $sum = gmp_add($sum, gmp_mul($result[$p + 1][$child], $ways[$g]));
                        }
                    }
                }
                $layer[] = $sum;
            }
            $result[$p] = $layer;
        }
        ksort($result);

        return array_values($result);
    }

    /**
     * The node each diagram stands at.
     *
     * @return list<array{int, int}> diagram => [layer, node]
     */
    public function start(): array
    {
        return array_fill(0, count($this->parts->diagrams), [0, 0]);
    }

    /**
     * @param list<array{int, int}> $nodes
     *
     * @return list<array{int, int}>|null null where the pins or a component do not let the letter through
     */
    public function step(array $nodes, int $cell, int $letter): ?array
    {
        if (isset($this->pins[$cell]) && !isset($this->pins[$cell][$letter])) {
            return null;
        }
        foreach ($this->at[$cell] ?? [] as [$d, $p]) {
            $diagram = $this->parts->diagrams[$d];
            $child = $nodes[$d][1] >= 0 ? $diagram->child($p, $nodes[$d][1], $letter) : Diagram::NONE;
            if ($child < 0 && $d < $this->parts->components) {
                return null;
            }
            $nodes[$d] = [$p + 1, $child];
        }

        return $nodes;
    }

    /**
     * @param list<array{int, int}> $nodes
     */
    public function isNothing(array $nodes): bool
    {
        if (Listing::OFFERED === $this->set || Listing::SELECTABLE === $this->set) {
            $counts = Listing::OFFERED === $this->set ? $this->parts->offered : $this->parts->selectable;
            foreach ($nodes as $d => [$layer, $node]) {
                if (Diagram::isZero($counts[$d][$layer][$node] ?? 0)) {
                    return true;
                }
            }

            return false;
        }

        return 0 === gmp_sign($this->count($nodes));
    }

    /**
     * Combinations of the set from here on.
     *
     * @param list<array{int, int}> $nodes
     */
    public function count(array $nodes): \GMP
    {
        $possible = $this->reach->isPossible();
        $stocked = $possible && $this->reach->isItemStocked();
        $offered = $selectable = $safe = gmp_init(1);
        $needsOffered = Listing::OFFERED === $this->set || Listing::DEAD_END === $this->set;
        for ($d = 0; $d < $this->parts->components; ++$d) {
            [$layer, $node] = $nodes[$d];
            if ($needsOffered) {
                $offered = gmp_mul($offered, $this->parts->offered[$d][$layer][$node] ?? 0);
            }
            $selectable = gmp_mul($selectable, $this->parts->selectable[$d][$layer][$node] ?? 0);
        }
        $offered = $possible ? $offered : gmp_init(0);
        $selectable = $stocked ? $selectable : gmp_init(0);
        if (Listing::WRONG_SALE !== $this->set) {
            return Listing::OFFERED === $this->set
                ? $offered
                : (Listing::SELECTABLE === $this->set
                    ? $selectable
                    : gmp_sub($offered, $selectable));
        }
        if ($this->parts->allWrong) {
            return $selectable;
        }
        $inClusters = [];
        foreach ($this->parts->clusters as [$components, $wrong]) {
            $all = gmp_init(1);
            foreach ($components as $c) {
                $inClusters[$c] = true;
                $all = gmp_mul($all, $this->parts->selectable[$c][$nodes[$c][0]][$nodes[$c][1]] ?? 0);
            }
            $safe = gmp_mul(
                $safe,
                gmp_sub($all, $this->parts->selectable[$wrong][$nodes[$wrong][0]][$nodes[$wrong][1]] ?? 0),
            );
        }
        for ($d = 0; $d < $this->parts->components; ++$d) {
            if (!isset($inClusters[$d])) {
                $safe = gmp_mul($safe, $this->parts->selectable[$d][$nodes[$d][0]][$nodes[$d][1]] ?? 0);
            }
        }

        return $stocked ? gmp_sub($selectable, $safe) : gmp_init(0);
    }
}
