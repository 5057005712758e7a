<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Brick\Math\BigDecimal;

/**
 * The cart line that a state must become, and what of it is seen at each stage.
 */
final readonly class CartLine
{
    /**
     * @param array<string, list<array{label: string, value: string, at: string}>> $entries by stage
     * @param list<array{
     *     view: string|null,
     *     contents: list<array{place: string|null, option: string}>,
     * }>|null $previews null: the document has no views
     */
    public function __construct(
        public string $sku,
        public string $name,
        public int $quantity,
        public BigDecimal $weight,
        public BigDecimal $points,
        public ?string $image,
        public array $entries,
        public ?array $previews = null,
    ) {}
}
