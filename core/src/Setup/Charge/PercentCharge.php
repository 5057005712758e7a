<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds a share of the base, of the running total so far, or of a price level.
 */
final readonly class PercentCharge extends Charge
{
    public function __construct(
        string $at,
        bool $perLine,
        public BigDecimal $rate,
        public bool $ofRunning,
        public ?BigDecimal $level = null,
    ) {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'percent';
    }

    public function workings(Circumstances $in): ?Workings
    {
        $of = $this->level ?? ($this->ofRunning ? $in->running() : $in->base());

        return null === $of ? null : new Workings($this->share($of), $of);
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        $of = $this->level ?? $base;

        return $this->ofRunning || $of->isNegative() ? null : $this->share($of);
    }

    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return null === $this->level && !$this->ofRunning;
    }

    public function asksRunning(): bool
    {
        return null === $this->level && $this->ofRunning;
    }

    public function asksOptions(): array
    {
        return [];
    }

    public function told(): null
    {
        return null;
    }

    private function share(BigDecimal $of): BigDecimal
    {
        return $of->multipliedBy($this->rate)->multipliedBy('0.01');
    }
}
