<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

/**
 * What is sold: its prices in the currency of the setup and what the store pays for it, its weight and stock (null: not
 * tracked).
 */
final readonly class Item
{
    /**
     * @param list<DataEntry> $data facts that travel with the cart line without being asked
     */
    public function __construct(
        public string $sku,
        public string $name,
        public BigDecimal $price,
        public ?BigDecimal $salePrice = null,
        public ?BigDecimal $weight = null,
        public ?BigDecimal $points = null,
        public ?BigDecimal $stock = null,
        public bool $backorder = false,
        public ?string $image = null,
        public array $data = [],
        public ?BigDecimal $cost = null,
        public ?PackageSize $size = null,
    ) {}

    public function withoutStock(): self
    {
        return new self(
            sku: $this->sku,
            name: $this->name,
            price: $this->price,
            salePrice: $this->salePrice,
            weight: $this->weight,
            points: $this->points,
            stock: null,
            backorder: $this->backorder,
            image: $this->image,
            data: $this->data,
            cost: $this->cost,
            size: $this->size,
        );
    }
}
