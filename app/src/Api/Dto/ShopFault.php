<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A fault that the rehearsal shop can have.
 */
#[OA\Schema(required: ['name', 'line', 'family'])]
final readonly class ShopFault
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public string $line,
        #[OA\Property] public string $family,
    ) {}
}
