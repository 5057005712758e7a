<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;

/**
 * The combinations of a set in listing order, each by its number, under pins.
 *
 * A set is a product of diagrams (one a component), or what is left of such a product when a smaller
 * one is taken away: dead ends are offered without selectable, wrong sales are selectable without safe.
 */
final class Listing
{
    public const OFFERED = 'offered';
    public const SELECTABLE = 'selectable';
    public const WRONG_SALE = 'wrong-sale';
    public const DEAD_END = 'dead-end';
    public const SETS = [self::SELECTABLE, self::OFFERED, self::WRONG_SALE, self::DEAD_END];

    /** @var list<int> cells in display order */
    private readonly array $cells;

    /** @var array<int, list<array{int, int}>> cell => [diagram, position] it is decided in */
    private array $at = [];

    private readonly ListingParts $parts;

    /**
     * @param string $set one of SETS
     * @param array<int, array<int, true>> $pins cell => letters that are let through; cells not named are free
     * @param array<int, int> $typed cell of an input => the letter (class) that is typed
     *
     * @throws TooLarge
     */
    public function __construct(
        private readonly Reach $reach,
        private readonly string $set = self::SELECTABLE,
        private readonly array $pins = [],
        array $typed = [],
    ) {
        $this->parts = new ListingParts();
        $board = $reach->board;
        $cells = [];
        foreach ($board->setup->options as $option) {
            if ($option->kind->isChoice()) {
                array_push($cells, ...$board->cellsOf[$option->index]);
            }
        }
        $this->cells = $cells;
        $this->parts->components = count($reach->compiled());
        foreach (array_keys($reach->components) as $c) {
            $this->add($reach->inDisplayOrder($c, $typed));
        }
        $allWrong = false;
        if (self::WRONG_SALE === $set) {
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

    public function total(): \GMP
    {
        return $this->count($this->start());
    }

    /**
     * The combination with a number, from 0.
     *
     * @throws \OutOfRangeException
     */
    public function at(\GMP $number): State
    {
        foreach ($this->from($number, 1) as $state) {
            return $state;
        }
        throw new \OutOfRangeException(sprintf('There is no combination number %s.', gmp_strval($number)));
    }

    /**
     * Combinations from a number on, in listing order.
     *
     * @return iterable<State>
     */
    public function from(\GMP $number, int $limit): iterable
    {
        if ($limit < 1) {
            return;
        }
        foreach ($this->beginnings($number, count($this->cells)) as [$letters]) {
            yield $this->state($letters);
            if (--$limit < 1) {
                return;
            }
        }
    }

    /**
     * Cells in display order.
     *
     * @return list<int>
     */
    public function cells(): array
    {
        return $this->cells;
    }

    /**
     * The ways to decide the first cells, in listing order, from the one that holds the combination with a number.
     *
     * @return iterable<array{list<int>, list<array{int, int}>, \GMP}> letters of the first cells, where the diagrams
     *                                                                 stand after
     *                                                                 them, and how many combinations that begin so
     *                                                                 come before the number
     */
    public function beginnings(\GMP $number, int $depth): iterable
    {
        if (gmp_sign($number) < 0 || gmp_cmp($number, $this->total()) >= 0) {
            return;
        }
        $letters = array_fill(0, $depth + 1, -1);
        $nodes = [$this->start()];
        $skip = $number;
        $at = 0;
        while ($at >= 0) {
            if ($at === $depth) {
                yield [array_slice($letters, 0, $depth), $nodes[$at], $skip];
                $skip = gmp_init(0);
                --$at;
                continue;
            }
            $cell = $this->cells[$at];
            $size = $this->reach->board->cells[$cell]->size;
            $advanced = false;
            for ($letter = $letters[$at] + 1; $letter < $size; ++$letter) {
                $next = $this->step($nodes[$at], $cell, $letter);
                if (null === $next || $this->isNothing($next)) {
                    continue;
                }
                if (0 !== gmp_sign($skip)) {
                    $below = $this->count($next);
                    if (gmp_cmp($skip, $below) >= 0) {
                        $skip = gmp_sub($skip, $below);
                        continue;
                    }
                }
                $letters[$at] = $letter;
                $nodes[++$at] = $next;
                $letters[$at] = -1;
                $advanced = true;
                break;
            }
            if (!$advanced) {
                --$at;
            }
        }
    }

    /**
     * The ways to decide the remaining cells, in listing order.
     *
     * @param list<array{int, int}> $nodes where the diagrams stand, from beginnings()
     *
     * @return list<list<int>> letters of the cells from a depth on
     */
    public function endings(array $nodes, int $depth): array
    {
        $open = [[[], $nodes]];
        for ($at = $depth, $count = count($this->cells); $at < $count; ++$at) {
            $next = [];
            $cell = $this->cells[$at];
            foreach ($open as [$letters, $here]) {
                for ($letter = 0, $size = $this->reach->board->cells[$cell]->size; $letter < $size; ++$letter) {
                    $after = $this->step($here, $cell, $letter);
                    if (null !== $after && !$this->isNothing($after)) {
                        $next[] = [[...$letters, $letter], $after];
                    }
                }
            }
            $open = $next;
        }

        return array_map(static fn(array $ending): array => $ending[0], $open);
    }

    /**
     * Whether two standings of the diagrams have the same endings from a depth on: equal keys, equal endings.
     *
     * @param list<array{int, int}> $nodes
     */
    public function endingKey(array $nodes, int $depth): string
    {
        $key = '';
        $open = [];
        foreach (array_slice($this->cells, $depth) as $cell) {
            foreach ($this->at[$cell] ?? [] as [$d]) {
                $open[$d] = true;
            }
        }
        foreach (array_keys($open) as $d) {
            $key .= $d . ':' . $nodes[$d][0] . ':' . $nodes[$d][1] . ';';
        }
        if (self::OFFERED !== $this->set && self::SELECTABLE !== $this->set) {
            // In these sets what is settled elsewhere decides what is left here.
            $key = json_encode($nodes, JSON_THROW_ON_ERROR);
        }

        return $key;
    }

    /**
     * The first combination that is here and not in a smaller set of the same setup; null where there is none.
     *
     * @param self $smaller all of whose combinations are here
     */
    public function firstBeyond(self $smaller): ?State
    {
        $nodes = $this->start();
        $others = $smaller->start();
        $letters = [];
        foreach ($this->cells as $cell) {
            for ($letter = 0, $size = $this->reach->board->cells[$cell]->size; $letter < $size; ++$letter) {
                $next = $this->step($nodes, $cell, $letter);
                $other = null === $others ? null : $smaller->step($others, $cell, $letter);
                if (null !== $next && gmp_cmp($this->count($next), null === $other ? 0 : $smaller->count($other)) > 0) {
                    [$nodes, $others] = [$next, $other];
                    $letters[] = $letter;
                    continue 2;
                }
            }

            return null;
        }

        return $this->state($letters);
    }

    /** The number of a combination in the set; null where it is not in it. */
    public function numberOf(State $state): ?\GMP
    {
        $number = gmp_init(0);
        $nodes = $this->start();
        foreach ($this->cells as $cell) {
            $wanted = $this->reach->board->letterIn($state, $cell);
            for ($letter = 0; $letter < $wanted; ++$letter) {
                $next = $this->step($nodes, $cell, $letter);
                if (null !== $next) {
                    $number = gmp_add($number, $this->count($next));
                }
            }
            $nodes = $this->step($nodes, $cell, $wanted);
            if (null === $nodes) {
                return null;
            }
        }

        return 0 === gmp_sign($this->count($nodes)) ? null : $number;
    }

    /**
     * In how many combinations of the set each cell holds each letter.
     *
     * @return array<int, array<int, \GMP>> cell => letter => combinations
     */
    public function shares(): array
    {
        return $this->weighed()->shares;
    }

    /**
     * The same, with what each letter would have without the pins of its own option, and how often a several is empty.
     */
    public function weighed(): Weights
    {
        $weights = new Weights();
        $weighing = new ListingWeights($this->reach, $this->set, $this->pins, $this->parts);
        if (self::WRONG_SALE === $this->set) {
            $weighing->weighWrong($weights);
        } else {
            $weighing->weigh($weights);
        }
        ksort($weights->shares);

        return $weights;
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
    private function start(): array
    {
        return array_fill(0, count($this->parts->diagrams), [0, 0]);
    }

    /**
     * @param list<array{int, int}> $nodes
     *
     * @return list<array{int, int}>|null null where the pins or a component do not let the letter through
     */
    private function step(array $nodes, int $cell, int $letter): ?array
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
    private function isNothing(array $nodes): bool
    {
        if (self::OFFERED === $this->set || self::SELECTABLE === $this->set) {
            $counts = self::OFFERED === $this->set ? $this->parts->offered : $this->parts->selectable;
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
    private function count(array $nodes): \GMP
    {
        $possible = $this->reach->isPossible();
        $stocked = $possible && $this->reach->isItemStocked();
        $offered = $selectable = $safe = gmp_init(1);
        $needsOffered = self::OFFERED === $this->set || self::DEAD_END === $this->set;
        for ($d = 0; $d < $this->parts->components; ++$d) {
            [$layer, $node] = $nodes[$d];
            if ($needsOffered) {
                $offered = gmp_mul($offered, $this->parts->offered[$d][$layer][$node] ?? 0);
            }
            $selectable = gmp_mul($selectable, $this->parts->selectable[$d][$layer][$node] ?? 0);
        }
        $offered = $possible ? $offered : gmp_init(0);
        $selectable = $stocked ? $selectable : gmp_init(0);
        if (self::WRONG_SALE !== $this->set) {
            return self::OFFERED === $this->set
                ? $offered
                : (self::SELECTABLE === $this->set
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

    /**
     * @param list<int> $letters in the order of the cells
     */
    private function state(array $letters): State
    {
        return $this->reach->board->stateOfLetters(array_combine($this->cells, $letters));
    }
}
