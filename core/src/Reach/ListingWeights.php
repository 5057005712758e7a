<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * In how many combinations of a list each cell holds each letter.
 */
final readonly class ListingWeights
{
    /**
     * @param string $set one of Listing's
     * @param array<int, array<int, true>> $pins cell => letters that are let through
     */
    public function __construct(
        private Reach $reach,
        private string $set,
        private array $pins,
        private ListingParts $parts,
    ) {}

    public function weigh(Weights $weights): void
    {
        $offered =
            Listing::SELECTABLE === $this->set
                ? []
                : $this->products($this->parts->offered, $this->reach->isPossible());
        $selectable =
            Listing::OFFERED === $this->set
                ? []
                : $this->products(
                    $this->parts->selectable,
                    $this->reach->isPossible() && $this->reach->isItemStocked(),
                );
        foreach ($this->parts->diagrams as $d => $diagram) {
            if (isset($offered[$d])) {
                $weights->add($this->weightsIn($diagram, $this->parts->offered[$d], $diagram->offered), $offered[$d]);
            }
            if (isset($selectable[$d])) {
                $others = $selectable[$d];
                $weights->add(
                    $this->weightsIn($diagram, $this->parts->selectable[$d], $diagram->selectable),
                    Listing::DEAD_END === $this->set ? gmp_neg($others) : $others,
                );
            }
        }
    }

    /** Of what is selectable that which is not safe: a combination is safe where it is in each cluster of guards. */
    public function weighWrong(Weights $weights): void
    {
        $any = $this->reach->isPossible() && $this->reach->isItemStocked();
        $clusterOf = $safe = [];
        foreach ($this->parts->clusters as $k => [$components, $diagram]) {
            $all = gmp_init(1);
            foreach ($components as $c) {
                $clusterOf[$c] = $k;
                $all = gmp_mul($all, $this->parts->selectable[$c][0][0] ?? 0);
            }
            $safe[$k] = gmp_sub($all, $this->parts->selectable[$diagram][0][0] ?? 0);
        }
        // What is safe beside a cluster, or beside a component that is in none: the product of all other parts.
        $elsewhere = function (?int $cluster, ?int $component) use ($any, $safe, $clusterOf): \GMP {
            $product = gmp_init($any ? 1 : 0);
            foreach ($safe as $k => $count) {
                $product = $k === $cluster ? $product : gmp_mul($product, $count);
            }
            for ($d = 0; $d < $this->parts->components; ++$d) {
                $product =
                    isset($clusterOf[$d]) || $d === $component
                        ? $product
                        : gmp_mul($product, $this->parts->selectable[$d][0][0] ?? 0);
            }

            return $product;
        };
        $beside = $this->products(array_slice($this->parts->selectable, 0, $this->parts->components), $any);
        for ($c = 0; $c < $this->parts->components; ++$c) {
            $own = $this->weightsIn(
                $this->parts->diagrams[$c],
                $this->parts->selectable[$c],
                $this->parts->diagrams[$c]->selectable,
            );
            $weights->add($own, $beside[$c]);
            if (!$this->parts->allWrong) {
                $k = $clusterOf[$c] ?? null;
                $inCluster = gmp_init(1);
                foreach (null === $k ? [] : $this->parts->clusters[$k][0] as $d) {
                    $inCluster = $d === $c ? $inCluster : gmp_mul($inCluster, $this->parts->selectable[$d][0][0] ?? 0);
                }
                $weights->add($own, gmp_neg(gmp_mul($inCluster, $elsewhere($k, $c))));
            }
        }
        foreach ($this->parts->allWrong ? [] : $this->parts->clusters as $k => [, $diagram]) {
            $weights->add(
                $this->weightsIn(
                    $this->parts->diagrams[$diagram],
                    $this->parts->selectable[$diagram],
                    $this->parts->diagrams[$diagram]->selectable,
                ),
                $elsewhere($k, null),
            );
        }
    }

    /**
     * Paths of a diagram that hold each letter.
     *
     * @param list<list<int|\GMP>> $counts paths from each node on, under the pins
     * @param list<list<int|\GMP>> $all the same without pins
     */
    private function weightsIn(Diagram $diagram, array $counts, array $all): Weights
    {
        $weights = new Weights();
        $above = [0 => gmp_init(1)];
        for ($p = 0, $last = count($diagram->cells); $p < $last; ++$p) {
            $cell = $diagram->cells[$p];
            if (0 === $this->reach->board->cells[$cell]->bit) {
                $this->weighSeveral($weights, $diagram, $counts, $p, $above);
            }
            $ways = $diagram->ways($p, $this->pins);
            $free = $this->pins[$cell] ?? null;
            $sums = array_fill(0, count($ways), gmp_init(0));
            $next = [];
            foreach ($above as $node => $paths) {
                Budget::ask();
                foreach ($diagram->edges[$p][$node] as $g => $child) {
                    Budget::ask();
                    if ($child < 0 || Diagram::isZero($all[$p + 1][$child])) {
                        continue;
                    }
                    if (!Diagram::isZero($counts[$p + 1][$child])) {
                        $sums[$g] = gmp_add($sums[$g], gmp_mul($paths, $counts[$p + 1][$child]));
                    }
                    // Paths that the pins of a later option cut off count where those are thought away.
                    if (0 !== $ways[$g]) {
                        $here = gmp_mul($paths, $ways[$g]);
                        $next[$child] = isset($next[$child]) ? gmp_add($next[$child], $here) : $here;
                    }
                }
            }
            foreach ($diagram->groups[$p] as $g => $letters) {
                foreach ($letters as $letter) {
                    $weights->shares[$cell][$letter] =
                        null === $free || isset($free[$letter]) ? $sums[$g] : gmp_init(0);
                    if (null === $this->reach->board->cells[$cell]->bit) {
                        $weights->freed[$cell][$letter] = $sums[$g];
                    }
                }
            }
            $above = $next;
        }

        return $weights;
    }

    /**
     * The values of a several without its own pins, and how often nothing of it is picked.
     *
     * @param list<list<int|\GMP>> $counts
     * @param array<int, \GMP> $above node before its first value => paths that lead there
     */
    private function weighSeveral(Weights $weights, Diagram $diagram, array $counts, int $first, array $above): void
    {
        $option = $this->reach->board->cells[$diagram->cells[$first]]->option;
        $own = $this->reach->board->cellsOf[$option];
        $end = $first + count($own);
        $empty = array_filter($own, fn(int $cell): bool => isset($this->pins[$cell]) && !isset($this->pins[$cell][1]));
        $none = [] === $empty ? $above : [];
        for ($p = $first; $p < $end; ++$p) {
            $next = [];
            foreach ($none as $node => $paths) {
                Budget::ask();
                $child = $diagram->child($p, $node, 1);
                if ($child >= 0) {
                    $next[$child] = isset($next[$child]) ? gmp_add($next[$child], $paths) : $paths;
                }
            }
            $none = $next;
        }
        $weights->empty[$option] = gmp_init(0);
        foreach ($none as $node => $paths) {
            Budget::ask();
            $weights->empty[$option] = gmp_add($weights->empty[$option], gmp_mul($paths, $counts[$end][$node]));
        }
        if ([] === array_intersect_key($this->pins, array_fill_keys($own, true))) {
            return;
        }
        $below = [$end => $counts[$end]];
        for ($p = $end - 1; $p >= $first; --$p) {
            foreach ($diagram->edges[$p] as $node => $children) {
                Budget::ask();
                $sum = gmp_init(0);
                foreach ($children as $g => $child) {
                    $sum =
                        $child < 0
                            ? $sum
                            : gmp_add($sum, gmp_mul($below[$p + 1][$child], count($diagram->groups[$p][$g])));
                }
                $below[$p][$node] = $sum;
            }
        }
        for ($p = $first; $p < $end; ++$p) {
            $next = [];
            foreach ($above as $node => $paths) {
                Budget::ask();
                foreach ($diagram->edges[$p][$node] as $g => $child) {
                    Budget::ask();
                    foreach ($child < 0 ? [] : $diagram->groups[$p][$g] as $letter) {
                        $cell = $diagram->cells[$p];
                        $weights->freed[$cell][$letter] = gmp_add(
                            $weights->freed[$cell][$letter] ?? 0,
                            gmp_mul($paths, $below[$p + 1][$child]),
                        );
                        $next[$child] = isset($next[$child]) ? gmp_add($next[$child], $paths) : $paths;
                    }
                }
            }
            $above = $next;
        }
    }

    /**
     * For each diagram the paths of all others together.
     *
     * @param list<list<list<int|\GMP>>> $counts
     *
     * @return list<\GMP>
     */
    private function products(array $counts, bool $any): array
    {
        $after = [gmp_init(1)];
        foreach (array_reverse($counts) as $layers) {
            $after[] = gmp_mul($after[count($after) - 1], $layers[0][0] ?? 0);
        }
        $products = [];
        $before = gmp_init($any ? 1 : 0);
        foreach ($counts as $d => $layers) {
            $products[] = gmp_mul($before, $after[count($counts) - 1 - $d]);
            $before = gmp_mul($before, $layers[0][0] ?? 0);
        }

        return $products;
    }
}
