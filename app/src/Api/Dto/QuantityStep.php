<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a number of pieces comes to.
 */
#[OA\Schema(required: ['quantity', 'unitPrice', 'perLine', 'total', 'perPiece'])]
final readonly class QuantityStep
{
    public function __construct(
        #[OA\Property] public int $quantity,
        #[OA\Property(nullable: true)] public ?string $unitPrice,
        #[OA\Property(description: 'charged once, whatever the number', nullable: true)] public ?string $perLine,
        #[OA\Property(nullable: true)] public ?string $total,
        #[OA\Property(description: 'the total shared out', nullable: true)] public ?string $perPiece,
    ) {}
}
