<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

/**
 * A part out of the catalogue.
 */
final readonly class Part
{
    public function __construct(
        public string $sku,
        public string $name,
        public BigDecimal $price,
        public ?BigDecimal $weight = null,
        public ?BigDecimal $points = null,
        public ?BigDecimal $stock = null,
        public ?BigDecimal $cost = null,
    ) {}

    public function withoutStock(): self
    {
        return new self($this->sku, $this->name, $this->price, $this->weight, $this->points, null, $this->cost);
    }
}
