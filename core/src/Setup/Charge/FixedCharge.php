<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds an amount; a negative one is a discount.
 */
final readonly class FixedCharge extends Charge
{
    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'fixed';
    }
}
