<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * How the amount of a charge came about.
 */
final readonly class Workings
{
    /**
     * @param BigDecimal $amount what is added, before rounding
     * @param BigDecimal|null $of what a percentage is taken of, or how many are counted
     * @param BigDecimal|null $value the value of a formula, where its floor or ceiling holds it
     */
    public function __construct(
        public BigDecimal $amount,
        public ?BigDecimal $of = null,
        public ?BigDecimal $value = null,
    ) {}
}
