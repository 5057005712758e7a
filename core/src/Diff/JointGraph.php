<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Work\Budget;

/**
 * The combinations of components that two setups share, as a layered graph: a path is a combination selectable in both.
 *
 * @phpstan-import-type Standing from JointSide
 */
final class JointGraph
{
    private const MOST_STATES = 400_000;
    private const MOST_GAPS = 2_000_000;

    /**
     * @var list<list<list<array{
     *     int,
     *     string,
     *     int,
     *     int,
     * }>>>  position => state => edges: state after it, gap added, position in the variable's letters, how many letters
     */
    private array $edges = [];

    /** @var list<list<\GMP>> layer => state => combinations from here on */
    private array $counts = [];

    /** @var list<list<array<string, \GMP>>>|null layer => state => gap => combinations from here on */
    private ?array $gaps = null;

    /**
     * @param list<Variable> $variables of these components, in the order of decision
     *
     * @throws TooLarge
     * @throws NotExact
     */
    public function __construct(
        public readonly array $variables,
        private readonly JointSide $base,
        private readonly JointSide $other,
        private readonly ?PriceGap $gap,
    ) {
        $this->walk();
        $this->count();
        if (null !== $gap) {
            $this->addUp($gap);
        }
    }

    /** Combinations from a state on. */
    public function left(int $layer, int $state): \GMP
    {
        return $this->counts[$layer][$state] ?? gmp_init(0);
    }

    /**
     * @return array<string, \GMP> gap => combinations from a state on
     */
    public function gaps(int $layer = 0, int $state = 0): array
    {
        return $this->gaps[$layer][$state] ?? [];
    }

    /**
     * @return array{int, string}|null state after an answer, and the gap that it adds; null where nothing shared is
     *                                 left
     */
    public function after(int $layer, int $state, int $letter): ?array
    {
        foreach ($this->edges[$layer][$state] as [$child, $gap, $first, $many]) {
            Budget::ask();
            if ($letter >= $first && $letter < $first + $many) {
                return 0 === gmp_sign($this->counts[$layer + 1][$child]) ? null : [$child, $gap];
            }
        }

        return null;
    }

    private function walk(): void
    {
        /** @var list<array{Standing, Standing}> $states */
        $states = [[$this->base->start(), $this->other->start()]];
        $known = 0;
        foreach ($this->variables as $variable) {
            $index = $next = $layer = [];
            foreach ($states as [$own, $foreign]) {
                Budget::ask();
                $edges = [];
                foreach ($variable->letters as $n => [$a, $b]) {
                    Budget::ask();
                    $first =
                        null === $variable->base || null === $a
                            ? [$own, 0]
                            : $this->base->decide($own, $variable->base, $a);
                    $second =
                        null === $first || null === $variable->other || null === $b
                            ? [$foreign, 0]
                            : $this->other->decide($foreign, $variable->other, $b);
                    if (null === $first || null === $second) {
                        continue;
                    }
                    $key = JointSide::key($first[0]) . '#' . JointSide::key($second[0]);
                    if (!isset($index[$key])) {
                        $index[$key] = count($next);
                        $next[] = [$first[0], $second[0]];
                        if (++$known > self::MOST_STATES) {
                            throw new TooLarge('Too much has to be remembered of both setups at once.', []);
                        }
                    }
                    $gap = null === $this->gap ? '' : $this->gap->of($first[1], $second[1]);
                    $last = count($edges) - 1;
                    if (
                        $last >= 0 &&
                        $edges[$last][0] === $index[$key] &&
                        $edges[$last][1] === $gap &&
                        $edges[$last][2] + $edges[$last][3] === $n
                    ) {
                        ++$edges[$last][3];
                    } else {
                        $edges[] = [$index[$key], $gap, $n, 1];
                    }
                }
                $layer[] = $edges;
            }
            $this->edges[] = $layer;
            $states = $next;
        }
    }

    private function count(): void
    {
        $last = count($this->variables);
        $below = array_fill(0, 0 === $last ? 1 : self::width($this->edges[$last - 1]), gmp_init(1));
        $counts = [$below];
        for ($p = $last - 1; $p >= 0; --$p) {
            $layer = [];
            foreach ($this->edges[$p] as $edges) {
                Budget::ask();
                $sum = gmp_init(0);
                foreach ($edges as [$child, , , $many]) {
                    $sum = gmp_add($sum, gmp_mul($below[$child], $many));
                }
                $layer[] = $sum;
            }
            $counts[] = $below = $layer;
        }
        $this->counts = array_reverse($counts);
    }

    private function addUp(PriceGap $gap): void
    {
        $last = count($this->variables);
        $zero = $gap->of(0, 0);
        $below = array_map(static fn(\GMP $count): array => [$zero => gmp_init(1)], $this->counts[$last]);
        $gaps = [$below];
        $kept = 0;
        for ($p = $last - 1; $p >= 0; --$p) {
            $layer = [];
            foreach ($this->edges[$p] as $edges) {
                Budget::ask();
                $own = [];
                foreach ($edges as [$child, $added, , $many]) {
                    foreach ($below[$child] as $more => $count) {
                        $sum = $gap->plus($added, $more);
                        $own[$sum] = gmp_add($own[$sum] ?? 0, gmp_mul($count, $many));
                    }
                }
                $kept += count($own);
                if ($kept > self::MOST_GAPS) {
                    throw new NotExact('there are too many different prices');
                }
                $layer[] = $own;
            }
            $gaps[] = $below = $layer;
        }
        $this->gaps = array_reverse($gaps);
    }

    /**
     * @param list<list<array{int, string, int, int}>> $layer
     */
    private static function width(array $layer): int
    {
        $most = -1;
        foreach ($layer as $edges) {
            foreach ($edges as [$child]) {
                $most = max($most, $child);
            }
        }

        return $most + 1;
    }
}
