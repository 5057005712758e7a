<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Limits;

use Brick\Math\BigDecimal;

/**
 * Range, step (counted from min, else from 0) and most fraction digits of a number.
 */
final readonly class NumberLimits
{
    public function __construct(
        public ?BigDecimal $min = null,
        public ?BigDecimal $max = null,
        public ?BigDecimal $step = null,
        public ?int $decimals = null,
        public ?string $unit = null,
    ) {}
}
