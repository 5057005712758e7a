<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * The states of one component as a layered graph: a path from the root is a sequence of decisions, one a cell;
 * nodes of a layer stand for situations that the rest cannot tell apart.
 */
final class Diagram
{
    public const NONE = -1;
    /** A decision that the page offers and after which no state is left. */
    public const DEAD = -2;

    /** @var list<int> */
    public array $cells = [];

    /** @var list<list<list<int>>> position => group => letters that lead to the same places */
    public array $groups = [];

    /** @var list<list<list<int>>> position => node => child of each group */
    public array $edges = [];

    /** @var list<list<bool>> layer => node => whether its beginning is a trail */
    public array $trail = [];

    /** @var list<bool> for the nodes of the last layer whether they are stocked */
    public array $stocked = [];

    /** @var list<bool> position => whether an option's decision ends with this cell */
    public array $endsOption = [];

    /** @var list<list<int|\GMP>> layer => node => states offered below it */
    public array $offered = [];

    /** @var list<list<int|\GMP>> layer => node => states offered and stocked below it */
    public array $selectable = [];

    /** @var array<int, array<int, true>> watched proposition => nodes (layer * 2^32 + node) where it became true */
    public array $watched = [];

    /** @var array<int, array<int, true>> condition of an option => nodes (layer * 2^32 + node) that hide it */
    public array $hiding = [];

    /** @var array<int, array<int, true>> row => nodes (layer * 2^32 + node) at which it matched */
    public array $rows = [];

    /** Most nodes of a layer. */
    public function width(): int
    {
        return [] === $this->edges ? 1 : max(1, ...array_map(count(...), $this->edges));
    }

    public function nodes(): int
    {
        return array_sum(array_map(count(...), $this->edges));
    }

    /** Counts paths from the end to the root. Whole numbers stay native while they surely fit. */
    public function countPaths(): void
    {
        $last = count($this->cells);
        $this->offered[$last] = array_fill(0, count($this->stocked), 1);
        $this->selectable[$last] = array_map(static fn (bool $stocked): int => $stocked ? 1 : 0, $this->stocked);
        $most = 1;
        for ($p = $last - 1; $p >= 0; --$p) {
            $letters = array_map(count(...), $this->groups[$p]);
            $native = is_int($most) && $most < intdiv(PHP_INT_MAX, 1 + array_sum($letters));
            $offered = $selectable = [];
            $below = $this->offered[$p + 1];
            $stockedBelow = $this->selectable[$p + 1];
            $most = $native ? 0 : null;
            foreach ($this->edges[$p] as $children) {
                $o = $s = $native ? 0 : gmp_init(0);
                foreach ($children as $group => $child) {
                    if ($child >= 0) {
                        if ($native) {
                            $o += $letters[$group] * $below[$child];
                            $s += $letters[$group] * $stockedBelow[$child];
                        } else {
                            $o = gmp_add($o, gmp_mul($below[$child], $letters[$group]));
                            $s = gmp_add($s, gmp_mul($stockedBelow[$child], $letters[$group]));
                        }
                    }
                }
                if ($native && $o > $most) {
                    $most = $o;
                }
                $offered[] = $o;
                $selectable[] = $s;
            }
            $this->offered[$p] = $offered;
            $this->selectable[$p] = $selectable;
        }
        ksort($this->offered);
        ksort($this->selectable);
        $this->offered = array_values($this->offered);
        $this->selectable = array_values($this->selectable);
    }

    public static function isZero(int|\GMP $count): bool
    {
        return 0 === $count || ($count instanceof \GMP && 0 === gmp_sign($count));
    }
}
