<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\RoundingMode;

/**
 * How and where amounts are rounded to the minor units of the currency.
 */
final readonly class Rounding
{
    /**
     * @param RoundingMode $mode halves go by magnitude; up is away from zero
     * @param 'effect'|'unit'|'line' $at
     */
    public function __construct(public RoundingMode $mode = RoundingMode::HalfUp, public string $at = 'unit') {}
}
