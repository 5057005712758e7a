<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * Paths of a diagram, counted layer by layer from the end to the root. Whole numbers stay native while they surely fit.
 */
final readonly class PathCounts
{
    public function __construct(private Diagram $diagram) {}

    /**
     * @param list<int> $ends what each node of the last layer counts
     *
     * @return list<list<int|\GMP>>
     */
    public function from(array $ends): array
    {
        $layers = [$ends];
        $below = $ends;
        for ($p = count($this->diagram->cells) - 1; $p >= 0; --$p) {
            $letters = array_map(count(...), $this->diagram->groups[$p]);
            $most = 0;
            foreach ($below as $count) {
                $most = is_int($count) ? max($most, $count) : PHP_INT_MAX;
            }
            $below =
                $most < intdiv(PHP_INT_MAX, 1 + array_sum($letters))
                    ? $this->nativeLayer($p, $letters, $below)
                    : $this->largeLayer($p, $letters, $below);
            $layers[] = $below;
        }

        return array_reverse($layers);
    }

    /**
     * @param list<int> $letters
     * @param list<int|\GMP> $below all native
     *
     * @return list<int|\GMP>
     */
    private function nativeLayer(int $p, array $letters, array $below): array
    {
        $layer = [];
        foreach ($this->diagram->edges[$p] as $children) {
            Budget::ask();
            $sum = 0;
            foreach ($children as $group => $child) {
                if ($child >= 0) {
                    $sum += $letters[$group] * (int) $below[$child];
                }
            }
            $layer[] = $sum;
        }

        return $layer;
    }

    /**
     * @param list<int> $letters
     * @param list<int|\GMP> $below
     *
     * @return list<int|\GMP>
     */
    private function largeLayer(int $p, array $letters, array $below): array
    {
        $layer = [];
        foreach ($this->diagram->edges[$p] as $children) {
            Budget::ask();
            $sum = 0;
            foreach ($children as $group => $child) {
                if ($child >= 0) {
                    $many = 1 === $letters[$group] ? $below[$child] : \gmp_mul($below[$child], $letters[$group]);
                    $sum = 0 === $sum ? $many : \gmp_add($sum, $many);
                }
            }
            $layer[] = $sum;
        }

        return $layer;
    }
}
