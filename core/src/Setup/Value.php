<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Condition\Condition;

/**
 * One value of a choice. A flag has exactly one, with the code "yes".
 */
final readonly class Value
{
    /**
     * @param int $index position in its option
     * @param string $at JSON Pointer of the value
     * @param array<string,BigDecimal> $figures named numbers for formulas
     * @param string|null $item SKU of the catalogue part (kind part only)
     * @param bool $own whether the part makes a cart line of its own
     * @param BigDecimal|null $cost what the store pays
     * @param string|null $swatch picture of the choice itself, never of the item or the line
     */
    public function __construct(
        public int $index,
        public string $at,
        public string $code,
        public string $label,
        public ?Charge $charge = null,
        public ?BigDecimal $weight = null,
        public ?BigDecimal $points = null,
        public ?string $sku = null,
        public ?BigDecimal $stock = null,
        public bool $default = false,
        public bool $hidden = false,
        public ?Condition $allowedWhen = null,
        public ?string $image = null,
        public array $figures = [],
        public ?string $item = null,
        public bool $free = false,
        public bool $own = false,
        public ?BigDecimal $cost = null,
        public ?string $swatch = null,
    ) {}

    public function withoutStock(): self
    {
        return new self(
            index: $this->index,
            at: $this->at,
            code: $this->code,
            label: $this->label,
            charge: $this->charge,
            weight: $this->weight,
            points: $this->points,
            sku: $this->sku,
            stock: null,
            default: $this->default,
            hidden: $this->hidden,
            allowedWhen: $this->allowedWhen,
            image: $this->image,
            figures: $this->figures,
            item: $this->item,
            free: $this->free,
            own: $this->own,
            cost: $this->cost,
            swatch: $this->swatch,
        );
    }
}
