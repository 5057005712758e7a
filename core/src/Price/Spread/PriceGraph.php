<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Work\Budget;

/**
 * The selectable combinations of options whose prices hang together, with how many of them come to each sum.
 *
 * Runs over the diagrams of the options one after another; a state is a node of a diagram and what has to be
 * remembered for charges that are not settled. Below each state stands how many combinations add which sum.
 */
final class PriceGraph
{
    /** Sums kept at most, over all states; some 100 MB. */
    private const MOST_SUMS = 2_000_000;

    private const MOST_STATES = 200_000;

    /** Sums of several graphs together. */
    private const MOST_JOINED = 100_000;

    /** Stands for "whatever sum" among those that are wanted. */
    private const ANY = PHP_INT_MAX;

    /** @var list<int> */
    public readonly array $cells;

    /**
     * @var list<list<list<array{int, int, list<int>}>>> position => state => edges: state after it, sum added, letters
     */
    private array $edges = [];

    /** @var list<array<int, array<int, int|\GMP>>> position => state => sum => combinations from here on */
    private array $sums = [];

    /**
     * @param list<Diagram> $diagrams of choices
     * @param list<Slot> $slots settled within these diagrams
     * @param bool $most see Slot::value()
     * @param array<int, array<int, true>> $pins see AllTotals
     *
     * @throws NotExact
     */
    public function __construct(
        array $diagrams,
        private readonly PriceParts $parts,
        private readonly array $slots,
        private readonly bool $most,
        private readonly array $pins = [],
    ) {
        $cells = [];
        foreach ($diagrams as $diagram) {
            array_push($cells, ...$diagram->cells);
        }
        $this->cells = $cells;
        $this->walk($diagrams);
        $this->add(count($cells));
    }

    /**
     * @return array<int, int|\GMP> sum => combinations
     */
    public function all(): array
    {
        return $this->sums[0][0] ?? [];
    }

    /**
     * The combination with a rank among those whose sum, with what other graphs add, is wanted.
     *
     * @param array<int, int|\GMP> $others sum => combinations of the graphs after this one
     *
     * @return array{array<int, int>, int, \GMP} letters by cell, the sum left for the others, and the rank among theirs
     */
    public function at(int $wanted, \GMP $rank, array $others): array
    {
        $letters = [];
        $state = 0;
        $left = $wanted;
        foreach ($this->cells as $p => $cell) {
            $options = [];
            foreach ($this->edges[$p][$state] as [$child, $sum, $group]) {
                foreach ($group as $letter) {
                    $options[$letter] = [$child, $sum];
                }
            }
            ksort($options);
            foreach ($options as $letter => [$child, $sum]) {
                $rest = self::less($left, $sum);
                $count = null === $rest ? gmp_init(0) : self::ways($this->sums[$p + 1][$child], $others, $rest);
                if (gmp_cmp($rank, $count) < 0) {
                    $letters[$cell] = $letter;
                    $state = $child;
                    $left = $rest ?? $left;
                    continue 2;
                }
                $rank = gmp_sub($rank, $count);
            }
            throw new \OutOfRangeException('There is no combination of this rank.');
        }

        return [$letters, $left, $rank];
    }

    /**
     * @param array<int, int|\GMP> $a sum => combinations
     * @param array<int, int|\GMP> $b
     */
    private static function ways(array $a, array $b, int $wanted): \GMP
    {
        $count = gmp_init(0);
        foreach ($a as $sum => $times) {
            Budget::ask();
            $rest = self::less($wanted, $sum);
            if (self::ANY === $rest) {
                foreach ($b as $more) {
                    $count = gmp_add($count, gmp_mul($times, $more));
                }
            } elseif (null !== $rest && isset($b[$rest])) {
                $count = gmp_add($count, gmp_mul($times, $b[$rest]));
            }
        }

        return $count;
    }

    /**
     * What is left of a wanted sum; null where a part without a price cannot lead to it. Where no price is wanted and a
     * part has none, whatever is added to it will do.
     */
    private static function less(int $wanted, int $sum): ?int
    {
        if (self::ANY === $wanted || Sums::NONE === $wanted) {
            return self::ANY === $wanted || Sums::NONE === $sum ? self::ANY : Sums::NONE;
        }

        return Sums::NONE === $sum ? null : $wanted - $sum;
    }

    /**
     * @param list<Diagram> $diagrams
     */
    private function walk(array $diagrams): void
    {
        $position = 0;
        $track = new PriceTrack($this->parts, $this->slots, $this->cells, $this->most);
        $states = [[0, $track->start()]];
        $known = 0;
        foreach ($diagrams as $diagram) {
            foreach ($diagram->cells as $p => $cell) {
                $isEnd = $p === count($diagram->cells) - 1;
                $index = $next = $edges = [];
                foreach ($states as [$node, $memory]) {
                    Budget::ask();
                    $own = [];
                    foreach ($diagram->edges[$p][$node] as $g => $child) {
                        if ($child < 0 || Diagram::isZero($diagram->selectable[$p + 1][$child])) {
                            continue;
                        }
                        foreach ($diagram->groups[$p][$g] as $letter) {
                            if (isset($this->pins[$cell]) && !isset($this->pins[$cell][$letter])) {
                                continue;
                            }
                            $decided = $track->decide($memory, $position, $cell, $letter);
                            if (null === $decided) {
                                continue;
                            }
                            [$after, $sum] = $decided;
                            $key = ($isEnd ? 0 : $child) . '|' . PriceTrack::key($after);
                            if (!isset($index[$key])) {
                                $index[$key] = count($next);
                                $next[] = [$isEnd ? 0 : $child, $after];
                                if (++$known > self::MOST_STATES) {
                                    throw new NotExact('too much has to be remembered of the choices for the charges');
                                }
                            }
                            $own[$index[$key] . ' ' . $sum] ??= [$index[$key], $sum, []];
                            $own[$index[$key] . ' ' . $sum][2][] = $letter;
                        }
                    }
                    $edges[] = array_values($own);
                }
                $this->edges[] = $edges;
                $states = $next;
                ++$position;
            }
        }
    }

    private function add(int $positions): void
    {
        $below = [[0 => 1]];
        $sums = [$below];
        $kept = 0;
        for ($p = $positions - 1; $p >= 0; --$p) {
            $layer = [];
            foreach ($this->edges[$p] as $edges) {
                Budget::ask();
                $own = [];
                foreach ($edges as [$child, $sum, $letters]) {
                    Budget::ask();
                    $ways = count($letters);
                    foreach ($below[$child] ?? [] as $more => $count) {
                        $total = Sums::plus($sum, $more);
                        $times =
                            is_int($count) && $count < 1_000_000_000_000_000 ? $count * $ways : gmp_mul($count, $ways);
                        $own[$total] = isset($own[$total]) ? self::plus($own[$total], $times) : $times;
                    }
                }
                $layer[] = $own;
                $kept += count($own);
                if ($kept > self::MOST_SUMS) {
                    throw new NotExact('there are too many different totals');
                }
            }
            $sums[] = $below = $layer;
        }
        $this->sums = array_reverse($sums);
    }

    /**
     * @param array<int, int|\GMP> $a sum => combinations
     * @param array<int, int|\GMP> $b
     *
     * @return array<int, int|\GMP> of both together
     *
     * @throws NotExact
     */
    public static function joined(array $a, array $b): array
    {
        $joined = [];
        foreach ($a as $x => $m) {
            Budget::ask();
            if (count($joined) > self::MOST_JOINED) {
                throw new NotExact('there are too many different totals');
            }
            foreach ($b as $y => $n) {
                $sum = Sums::plus($x, $y);
                $times =
                    is_int($m) && is_int($n) && $m < 2_000_000_000 && $n < 2_000_000_000 ? $m * $n : gmp_mul($m, $n);
                $joined[$sum] = isset($joined[$sum]) ? self::plus($joined[$sum], $times) : $times;
            }
        }

        return $joined;
    }

    public static function plus(int|\GMP $a, int|\GMP $b): int|\GMP
    {
        return is_int($a) && is_int($b) && $a < 1_000_000_000_000_000_000 && $b < 1_000_000_000_000_000_000
            ? $a + $b
            : gmp_add($a, $b);
    }
}
