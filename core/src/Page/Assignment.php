<?php

declare(strict_types=1);

namespace Ithrel\Core\Page;

/**
 * The best way to give each of some things one of others, by what each pair is worth (the Hungarian method; Kuhn 1955,
 * in the form with potentials that takes the cube of the number of things).
 */
final class Assignment
{
    /**
     * @param list<list<int>> $worth thing => other => worth, not below 0
     *
     * @return array<int, int> thing => other, as far as both are worth something together
     */
    public static function best(array $worth): array
    {
        $n = count($worth);
        $m = 0 === $n ? 0 : count($worth[0]);
        $size = max($n, $m);
        if (0 === $size) {
            return [];
        }
        $cost = static fn(int $i, int $j): int => -($worth[$i][$j] ?? 0);
        $u = $v = array_fill(0, $size + 1, 0);
        $matched = $way = array_fill(0, $size + 1, 0);
        for ($i = 1; $i <= $size; ++$i) {
            $matched[0] = $i;
            $j0 = 0;
            $least = array_fill(0, $size + 1, PHP_INT_MAX);
            $used = array_fill(0, $size + 1, false);
            do {
                $used[$j0] = true;
                $i0 = $matched[$j0];
                $delta = PHP_INT_MAX;
                $j1 = 0;
                for ($j = 1; $j <= $size; ++$j) {
                    if ($used[$j]) {
                        continue;
                    }
                    $current = $cost($i0 - 1, $j - 1) - $u[$i0] - $v[$j];
                    if ($current < $least[$j]) {
                        $least[$j] = $current;
                        $way[$j] = $j0;
                    }
                    if ($least[$j] < $delta) {
                        $delta = $least[$j];
                        $j1 = $j;
                    }
                }
                for ($j = 0; $j <= $size; ++$j) {
                    if ($used[$j]) {
                        $u[$matched[$j]] += $delta;
                        $v[$j] -= $delta;
                    } else {
                        $least[$j] = PHP_INT_MAX === $least[$j] ? PHP_INT_MAX : $least[$j] - $delta;
                    }
                }
                $j0 = $j1;
            } while (0 !== $matched[$j0]);
            do {
                $j1 = $way[$j0];
                $matched[$j0] = $matched[$j1];
                $j0 = $j1;
            } while (0 !== $j0);
        }
        $best = [];
        for ($j = 1; $j <= $m; ++$j) {
            $i = $matched[$j] - 1;
            if ($i >= 0 && $i < $n && ($worth[$i][$j - 1] ?? 0) > 0) {
                $best[$i] = $j - 1;
            }
        }
        ksort($best);

        return $best;
    }
}
