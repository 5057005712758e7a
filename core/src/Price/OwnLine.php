<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Value;

/**
 * The cart line of its own that a chosen part makes.
 */
final readonly class OwnLine
{
    public function __construct(
        public Value $value,
        public string $sku,
        public string $name,
        public ?BigDecimal $unitPrice,
        public ?BigDecimal $lineTotal,
    ) {}
}
