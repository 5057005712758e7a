<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Where an item is sold in the rehearsal shop.
 */
#[OA\Schema(required: ['address'])]
final readonly class ShopPage
{
    public function __construct(#[OA\Property] public string $address) {}
}
