<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds nothing: it sets the base.
 */
final readonly class ReplaceCharge extends Charge
{
    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'replace';
    }
}
