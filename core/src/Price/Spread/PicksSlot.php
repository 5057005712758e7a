<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * An amount for each pick of a several beyond the free ones: only their number is remembered.
 */
final readonly class PicksSlot implements Slot
{
    /**
     * @param list<int> $several its cells
     * @param \Closure(int): int $amount of a number of picks from 1
     */
    public function __construct(private array $several, private \Closure $amount) {}

    public function cells(): array
    {
        return array_fill_keys($this->several, true);
    }

    public function start(): string
    {
        return '0';
    }

    public function step(string $memory, int $cell, int $letter): string
    {
        return 0 === $letter ? (string) ((int) $memory + 1) : $memory;
    }

    public function needsBase(): bool
    {
        return false;
    }

    public function value(string $memory, ?BigDecimal $base, bool $most): int
    {
        return 0 === (int) $memory ? 0 : ($this->amount)((int) $memory);
    }
}
