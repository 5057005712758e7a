<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * Adds nothing, and lets through only combinations in which a proposition holds, or in which it does not.
 */
final readonly class GuardSlot implements Slot
{
    public function __construct(private Board $board, private int $p, private bool $holds) {}

    public function cells(): array
    {
        return $this->board->props->cellsOf($this->p);
    }

    public function start(): string
    {
        return (string) $this->p;
    }

    public function step(string $memory, int $cell, int $letter): ?string
    {
        $p = $this->board->props->given((int) $memory, $cell, $letter);
        if (Propositions::TRUE === $p || Propositions::FALSE === $p) {
            return ($this->holds ? Propositions::TRUE : Propositions::FALSE) === $p ? '' : null;
        }

        return (string) $p;
    }

    public function needsBase(): bool
    {
        return false;
    }

    public function value(string $memory, ?BigDecimal $base, bool $most): int
    {
        return 0;
    }
}
