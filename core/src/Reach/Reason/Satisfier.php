<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * Whether some letters make a proposition true: splits on one cell after another, the most constrained first
 * (Davis, Logemann and Loveland 1962, on cells of more than two letters). What is left of a proposition is
 * interned, so what once failed is known to fail wherever it is met again.
 */
final class Satisfier
{
    /** @var array<int, false> */
    private array $fails = [];

    private int $splits = 0;

    /**
     * @param int $mostSplits of all calls together; beyond that the question is given up
     */
    public function __construct(private readonly Board $board, private readonly int $mostSplits)
    {
    }

    /**
     * @throws Undecided where too many splits would be needed
     */
    public function isPossible(int $p): bool
    {
        if ($p <= Propositions::TRUE) {
            return Propositions::TRUE === $p;
        }
        if (isset($this->fails[$p])) {
            return false;
        }
        if (++$this->splits > $this->mostSplits) {
            throw new Undecided();
        }
        $props = $this->board->props;
        [$cell, $letters] = $this->choose($p);
        $seen = [];
        foreach ($letters as $letter) {
            $left = $props->given($p, $cell, $letter);
            if (isset($seen[$left])) {
                continue;
            }
            $seen[$left] = true;
            if ($this->isPossible($left)) {
                return true;
            }
        }
        $this->fails[$p] = false;

        return false;
    }

    /**
     * The cell to split on and the letters worth trying. The bits of a several are decided in order,
     * as counts of picks are kept from the first one that is undecided.
     *
     * @return array{int, list<int>}
     */
    private function choose(int $p): array
    {
        [$cell, $letters] = $this->board->props->tightest($p);
        $c = $this->board->cells[$cell];
        if (null === $c->bit) {
            return [$cell, $letters];
        }
        $mentioned = $this->board->props->cellsOf($p);
        foreach ($this->board->cellsOf[$c->option] as $first) {
            if (isset($mentioned[$first])) {
                return $first === $cell ? [$cell, $letters] : [$first, [0, 1]];
            }
        }

        return [$cell, $letters];
    }
}
