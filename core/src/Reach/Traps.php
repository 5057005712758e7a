<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * The traps of one component: answers along the walk after which nothing can be bought any more.
 *
 * A trail of the component is live at a node where its best state is stocked; it walks into a trap with the
 * first answer after which the best state lacks something. Answers of other components have no part in it.
 */
final class Traps
{
    // The best that can be had below a node, from the end of the walk to its beginning.
    private const NOTHING = 0;
    private const A_FORM = 1;
    private const A_ROW = 2;
    private const A_STOCKED_ROW = 3;
    private const A_PURCHASE = 4;

    private const CAUSES = [
        self::NOTHING => TrapCause::NoAnswer,
        self::A_FORM => TrapCause::MissingRow,
        self::A_ROW => TrapCause::SoldOutRow,
        self::A_STOCKED_ROW => TrapCause::SoldOutValue,
    ];

    /** @var list<list<int>> layer => node => the best below it */
    private readonly array $best;

    /** @var array<int, array{int, int}> option => its first and last position */
    private readonly array $spans;

    /**
     * @param Diagram $diagram in walk order, with decisions after which nothing follows; causes are told apart
     *                         as far as the diagram does
     */
    public function __construct(private readonly Board $board, private readonly Diagram $diagram)
    {
        $spans = [];
        foreach ($diagram->cells as $p => $cell) {
            $option = $board->cells[$cell]->option;
            $spans[$option] = [$spans[$option][0] ?? $p, $p];
        }
        $this->spans = $spans;
        $below = [];
        foreach ($diagram->lacks as $lacks) {
            $below[] = match (true) {
                0 !== ($lacks & Diagram::MISSING_ROW) => self::A_FORM,
                0 !== ($lacks & Diagram::ROW_SOLD_OUT) => self::A_ROW,
                0 !== ($lacks & Diagram::VALUE_SOLD_OUT) => self::A_STOCKED_ROW,
                default => self::A_PURCHASE,
            };
        }
        $best = [$below];
        for ($p = count($diagram->cells) - 1; $p >= 0; --$p) {
            $layer = [];
            foreach ($diagram->edges[$p] as $children) {
                Budget::ask();
                $most = self::NOTHING;
                foreach ($children as $child) {
                    $most = $child < 0 ? $most : max($most, $below[$child]);
                }
                $layer[] = $most;
            }
            $best[] = $below = $layer;
        }
        $this->best = array_reverse($best);
    }

    /** Whether any answer closes a way to a purchase; what can be counted only along the walk is not known yet. */
    public function hasAny(): bool
    {
        foreach ($this->diagram->edges as $p => $layer) {
            foreach ($layer as $children) {
                if (in_array(Diagram::DEAD, $children, true)) {
                    return true;
                }
            }
            if ($this->diagram->endsOption[$p] && min([self::A_PURCHASE, ...$this->best[$p + 1]]) < self::A_PURCHASE) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return array<int, array{array<string, \GMP>, \GMP}> option => [traps that its answer closes by cause, live
     *                                                      trails after it]
     */
    public function byOption(): array
    {
        $diagram = $this->diagram;
        $result = [];
        /** @var array<int, \GMP|int> $live node of the layer => trails that lead there and can go on to a purchase */
        $live = [0 => 1];
        foreach ($this->spans as $option => [$first, $last]) {
            // Within an option nodes need not be live: a several is one answer, given value by value.
            $at = $live;
            $dead = [];
            for ($p = $first; $p <= $last; ++$p) {
                $next = [];
                foreach ($at as $node => $count) {
                    Budget::ask();
                    foreach ($diagram->edges[$p][$node] as $g => $child) {
                        Budget::ask();
                        if (Diagram::NONE === $child) {
                            continue;
                        }
                        $ways = gmp_mul($count, count($diagram->groups[$p][$g]));
                        if (Diagram::DEAD === $child) {
                            $dead[TrapCause::NoAnswer->value] = gmp_add($dead[TrapCause::NoAnswer->value] ?? 0, $ways);
                        } else {
                            $next[$child] = isset($next[$child]) ? gmp_add($next[$child], $ways) : $ways;
                        }
                    }
                }
                $at = $next;
            }
            $live = [];
            foreach ($at as $node => $count) {
                Budget::ask();
                if (!$diagram->trail[$last + 1][$node]) {
                    continue;
                }
                $cause = self::CAUSES[$this->best[$last + 1][$node]] ?? null;
                if (null === $cause) {
                    $live[$node] = $count;
                } else {
                    $dead[$cause->value] = gmp_add($dead[$cause->value] ?? 0, $count);
                }
            }
            $result[$option] = [
                $dead,
                array_reduce($live, static fn(\GMP $sum, \GMP|int $count): \GMP => gmp_add($sum, $count), gmp_init(0)),
            ];
        }

        return $result;
    }

    /**
     * The trails that an answer of one option turns into traps of one cause, in the order of letters.
     *
     * @return iterable<array<int, int>> cell => letter, of every option up to that one
     */
    public function trails(int $option, TrapCause $cause): iterable
    {
        [, $last] = $this->spans[$option];
        $leads = $this->leads($last, $cause);
        $nodes = [0];
        $letters = [];
        $tried = [0];
        for ($depth = 0; $depth >= 0; ) {
            if ($depth > $last) {
                yield array_combine(array_slice($this->diagram->cells, 0, $depth), $letters);
                --$depth;
                continue;
            }
            $cell = $this->board->cells[$this->diagram->cells[$depth]];
            $advanced = false;
            for ($letter = $tried[$depth]; $letter < $cell->size; ++$letter) {
                $child = $this->diagram->child($depth, $nodes[$depth], $letter);
                if ($this->goesOn($leads, $depth, $last, $child, $cause)) {
                    $tried[$depth] = $letter + 1;
                    $letters[$depth] = $letter;
                    $nodes[++$depth] = $child;
                    $tried[$depth] = 0;
                    $advanced = true;
                    break;
                }
            }
            if (!$advanced) {
                unset($letters[$depth]);
                --$depth;
            }
        }
    }

    /**
     * @param list<array<int, bool>> $leads
     */
    private function goesOn(array $leads, int $position, int $last, int $child, TrapCause $cause): bool
    {
        if ($position === $last) {
            return $this->isTrap($last, $child, $cause);
        }

        return $child >= 0 && ($leads[$position + 1][$child] ?? false);
    }

    private function isTrap(int $last, int $child, TrapCause $cause): bool
    {
        if ($child < 0) {
            return Diagram::DEAD === $child && TrapCause::NoAnswer === $cause;
        }

        return $this->diagram->trail[$last + 1][$child] &&
            (self::CAUSES[$this->best[$last + 1][$child]] ?? null) === $cause;
    }

    /**
     * For each layer up to an option the nodes from which live trails lead into one of its traps.
     *
     * @return list<array<int, bool>>
     */
    private function leads(int $last, TrapCause $cause): array
    {
        $leads = [];
        for ($p = $last; $p >= 0; --$p) {
            // Where an option ends before this position, the trail has to be live.
            $isBoundary = $p > 0 && $this->diagram->endsOption[$p - 1];
            $layer = [];
            foreach ($this->diagram->edges[$p] as $node => $children) {
                Budget::ask();
                $layer[$node] = false;
                if ($isBoundary && (!$this->diagram->trail[$p][$node] || self::A_PURCHASE !== $this->best[$p][$node])) {
                    continue;
                }
                foreach ($children as $child) {
                    if ($p === $last ? $this->isTrap($last, $child, $cause) : $child >= 0 && $leads[$p + 1][$child]) {
                        $layer[$node] = true;
                        break;
                    }
                }
            }
            $leads[$p] = $layer;
        }
        ksort($leads);

        return array_values($leads);
    }
}
