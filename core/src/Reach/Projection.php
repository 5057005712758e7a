<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * Takes the inputs out of a diagram: what is left has one path for each combination of choices that
 * some inputs complete (a subset construction over the minimised diagram).
 */
final class Projection
{
    public static function of(Board $board, Diagram $diagram): Diagram
    {
        $inputs = false;
        foreach ($diagram->cells as $cell) {
            $inputs = $inputs || $board->isInput($board->cells[$cell]->option);
        }
        if (!$inputs) {
            return $diagram;
        }
        [$edges, $nodeOf] = self::minimised($diagram);
        $result = new Diagram();
        $root = $nodeOf[0][0] ?? Diagram::NONE;
        /** @var list<array<int, true>> $sets */
        $sets = [$root < 0 ? [] : [$root => true]];
        foreach ($diagram->cells as $p => $cell) {
            if ($board->isInput($board->cells[$cell]->option)) {
                // No edge of its own: each set becomes the union of what its nodes lead to.
                $map = $unions = $index = [];
                foreach ($sets as $n => $set) {
                    $union = [];
                    foreach (array_keys($set) as $node) {
                        Budget::ask();
                        foreach ($edges[$p][$node] as $child) {
                            Budget::ask();
                            if ($child >= 0) {
                                $union[$child] = true;
                            }
                        }
                    }
                    ksort($union);
                    $key = implode(',', array_keys($union));
                    $map[$n] = $index[$key] ??= count($unions);
                    $unions[$map[$n]] = $union;
                }
                $above = count($result->edges) - 1;
                if ($above >= 0) {
                    $result->edges[$above] = array_map(
                        static fn(array $children): array => array_map(
                            static fn(int $child): int => $child < 0 ? $child : $map[$child],
                            $children,
                        ),
                        $result->edges[$above],
                    );
                }
                $sets = array_values($unions);
                continue;
            }
            $next = $index = $layer = [];
            foreach ($sets as $set) {
                $children = [];
                foreach (array_keys($diagram->groups[$p]) as $g) {
                    $to = [];
                    foreach (array_keys($set) as $node) {
                        Budget::ask();
                        if ($edges[$p][$node][$g] >= 0) {
                            $to[$edges[$p][$node][$g]] = true;
                        }
                    }
                    if ([] === $to) {
                        $children[] = Diagram::NONE;
                        continue;
                    }
                    ksort($to);
                    $key = implode(',', array_keys($to));
                    if (!isset($index[$key])) {
                        $index[$key] = count($next);
                        $next[] = $to;
                    }
                    $children[] = $index[$key];
                }
                $layer[] = $children;
            }
            $result->cells[] = $cell;
            $result->groups[] = $diagram->groups[$p];
            $result->endsOption[] = $diagram->endsOption[$p];
            $result->edges[] = $layer;
            $sets = $next;
        }
        $last = count($diagram->cells);
        $stockedNode = [];
        foreach ($nodeOf[$last] as $node => $small) {
            if ($small >= 0) {
                $stockedNode[$small] = $diagram->stocked[$node];
            }
        }
        foreach ($sets as $set) {
            $stocked = false;
            foreach (array_keys($set) as $node) {
                Budget::ask();
                $stocked = $stocked || $stockedNode[$node];
            }
            $result->stocked[] = $stocked;
        }
        if ([] === $result->cells && [] === $sets[0]) {
            $result->stocked = [];
        }
        $result->countPaths();

        return $result;
    }

    /**
     * Equal rests become one node, and nodes that nothing completes go.
     *
     * @return array{list<list<list<int>>>, list<list<int>>} edges by position, and layer => old node => new node or
     *                                                       NONE
     */
    private static function minimised(Diagram $diagram): array
    {
        $last = count($diagram->cells);
        $nodeOf = [$last => array_map(static fn(bool $stocked): int => $stocked ? 1 : 0, $diagram->stocked)];
        $edges = [];
        for ($p = $last - 1; $p >= 0; --$p) {
            $index = $layer = $map = [];
            foreach ($diagram->edges[$p] as $node => $children) {
                Budget::ask();
                if (Diagram::isZero($diagram->offered[$p][$node])) {
                    $map[$node] = Diagram::NONE;
                    continue;
                }
                $to = [];
                foreach ($children as $child) {
                    $to[] = $child < 0 ? Diagram::NONE : $nodeOf[$p + 1][$child];
                }
                $key = implode(',', $to);
                if (!isset($index[$key])) {
                    $index[$key] = count($layer);
                    $layer[] = $to;
                }
                $map[$node] = $index[$key];
            }
            $nodeOf[$p] = array_values($map);
            $edges[$p] = $layer;
        }
        ksort($edges);
        ksort($nodeOf);

        return [array_values($edges), array_values($nodeOf)];
    }
}
