<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Board;

/**
 * The base where it hangs on choices: on the variant row, or on values that set the price.
 */
final class BaseSlot implements Slot
{
    /** @var array<string, BigDecimal> memory => base */
    private array $known = [];

    /**
     * @param array<int, true> $cells of the options that tell rows apart, and of those whose charges set the price
     */
    public function __construct(
        private readonly Board $board,
        private readonly Pricer $pricer,
        private readonly Sums $sums,
        private readonly array $cells,
    ) {}

    public function cells(): array
    {
        return $this->cells;
    }

    public function start(): string
    {
        return Letters::NONE;
    }

    public function step(string $memory, int $cell, int $letter): string
    {
        return Letters::with($memory, $cell, $letter);
    }

    public function needsBase(): bool
    {
        return false;
    }

    public function value(string $memory, ?BigDecimal $base, bool $most): int
    {
        return $this->sums->ofPiece($this->base($memory), RunningCase::BASE);
    }

    public function base(string $memory): BigDecimal
    {
        return $this->known[$memory] ??= $this->pricer->quote(
            $this->board->stateOfLetters(Letters::of($memory)),
            $this->sums->quantity,
        )->base;
    }
}
