<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Counts, in one component, the answers along the walk after which nothing can be bought any more.
 */
final readonly class TrailCount
{
    public function __construct(private Board $board, private Component $component)
    {
    }

    /**
     * @return array<int, array{\GMP, \GMP}> option => [trails that end in vain with its answer, live trails after it]
     */
    public function byOption(): array
    {
        $diagram = $this->component->diagram ?? throw new \LogicException('The component is not compiled.');
        $result = [];
        /** @var array<int, \GMP|int> $live node of the layer => trails that lead there and can go on to a purchase */
        $live = [0 => 1];
        $start = 0;
        foreach ($diagram->cells as $p => $cell) {
            if (!$diagram->endsOption[$p]) {
                continue;
            }
            // Answers of one option from layer $start to layer $p + 1; within it nodes need not be live.
            $at = $live;
            $dead = gmp_init(0);
            for ($q = $start; $q <= $p; ++$q) {
                $next = [];
                foreach ($at as $node => $count) {
                    foreach ($diagram->edges[$q][$node] as $g => $child) {
                        if (Diagram::NONE === $child) {
                            continue;
                        }
                        $ways = gmp_mul($count, count($diagram->groups[$q][$g]));
                        if (Diagram::DEAD === $child) {
                            $dead = gmp_add($dead, $ways);
                        } else {
                            $next[$child] = isset($next[$child]) ? gmp_add($next[$child], $ways) : $ways;
                        }
                    }
                }
                $at = $next;
            }
            $live = [];
            foreach ($at as $node => $count) {
                if (!$diagram->trail[$p + 1][$node]) {
                    continue;
                }
                if (Diagram::isZero($diagram->selectable[$p + 1][$node])) {
                    $dead = gmp_add($dead, $count);
                } else {
                    $live[$node] = $count;
                }
            }
            $result[$this->board->cells[$cell]->option] = [$dead, self::sum($live)];
            $start = $p + 1;
        }

        return $result;
    }

    /**
     * @param array<int, \GMP|int> $counts
     */
    private static function sum(array $counts): \GMP
    {
        $sum = gmp_init(0);
        foreach ($counts as $count) {
            $sum = gmp_add($sum, $count);
        }

        return $sum;
    }
}
