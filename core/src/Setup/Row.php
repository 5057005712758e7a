<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

/**
 * A variant row: one combination of the "by" options with what is kept of it.
 */
final readonly class Row
{
    /**
     * @param array<string, string|bool|list<string>> $pick by option code
     */
    public function __construct(
        public int $index,
        public string $at,
        public array $pick,
        public ?string $sku = null,
        public ?BigDecimal $price = null,
        public ?BigDecimal $salePrice = null,
        public ?BigDecimal $stock = null,
        public ?BigDecimal $weight = null,
        public ?string $image = null,
        public ?BigDecimal $cost = null,
        public ?PackageSize $size = null,
    ) {}

    public function withStock(?BigDecimal $stock): self
    {
        return new self(
            index: $this->index,
            at: $this->at,
            pick: $this->pick,
            sku: $this->sku,
            price: $this->price,
            salePrice: $this->salePrice,
            stock: $stock,
            weight: $this->weight,
            image: $this->image,
            cost: $this->cost,
            size: $this->size,
        );
    }
}
