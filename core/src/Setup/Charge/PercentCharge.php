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
}
