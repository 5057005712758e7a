<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A cart line of its own that a part makes.
 */
#[OA\Schema(required: ['sku', 'name', 'quantity', 'unitPrice', 'lineTotal'])]
final readonly class OwnLineView
{
    public function __construct(
        public string $sku,
        public string $name,
        public int $quantity,
        public ?string $unitPrice,
        public ?string $lineTotal,
    ) {
    }
}
