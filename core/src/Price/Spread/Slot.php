<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

/**
 * A part of the price that hangs on several decisions: what has to be remembered of them until it is settled.
 *
 * Memories are short texts; two beginnings with equal memories cost the same from here on.
 */
interface Slot
{
    /**
     * Cells of the board that it hangs on.
     *
     * @return array<int, true>
     */
    public function cells(): array;

    public function start(): string;

    /**
     * The memory once a cell holds a letter; empty as soon as nothing is left to be added, null where such combinations
     * are not let through.
     */
    public function step(string $memory, int $cell, int $letter): ?string;

    /** Whether it can be settled only once the base is known. */
    public function needsBase(): bool;

    /**
     * What it adds to a sum, once all its cells are decided.
     *
     * @param bool $most whether inputs are chosen so that it is the most, else the least
     *
     * @throws NotExact
     */
    public function value(string $memory, ?\Brick\Math\BigDecimal $base, bool $most): int;
}
