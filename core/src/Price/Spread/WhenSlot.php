<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;

/**
 * An amount, or a share of the base, that is added when a condition on choices holds.
 */
final readonly class WhenSlot implements Slot
{
    /**
     * @param \Closure(BigDecimal|null): int $amount of the base, or of null where it does not hang on it
     */
    public function __construct(private Board $board, private int $p, private bool $ofBase, private \Closure $amount) {}

    public function cells(): array
    {
        return $this->board->props->cellsOf($this->p);
    }

    public function start(): string
    {
        return (string) $this->p;
    }

    public function step(string $memory, int $cell, int $letter): string
    {
        return '' === $memory ? '' : $this->kept($this->board->props->given((int) $memory, $cell, $letter));
    }

    public function needsBase(): bool
    {
        return $this->ofBase;
    }

    public function value(string $memory, ?BigDecimal $base, bool $most): int
    {
        return Propositions::TRUE === (int) $memory ? ($this->amount)($base) : 0;
    }

    private function kept(int $p): string
    {
        return Propositions::FALSE === $p ? '' : (string) $p;
    }
}
