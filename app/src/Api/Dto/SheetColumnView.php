<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a column of a price sheet was taken for.
 */
#[OA\Schema(required: ['heading', 'role', 'option'])]
final readonly class SheetColumnView
{
    public function __construct(
        #[OA\Property] public string $heading,
        #[OA\Property(enum: ['option', 'quantity', 'total', 'unit-price', 'beside', 'ignored'])] public string $role,
        #[OA\Property(nullable: true)] public ?string $option,
    ) {}
}
