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
        #[OA\Property] public string $sku,
        #[OA\Property] public string $name,
        #[OA\Property] public int $quantity,
        #[OA\Property] public ?string $unitPrice,
        #[OA\Property] public ?string $lineTotal,
    ) {}
}
