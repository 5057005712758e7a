<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * How many combinations cost something else, and by how much at the least and at the most.
 */
#[OA\Schema(required: ['count', 'least', 'greatest'])]
final readonly class DiffFigures
{
    public function __construct(
        #[OA\Property] public string $count,
        #[OA\Property(nullable: true)] public ?string $least,
        #[OA\Property(nullable: true)] public ?string $greatest,
    ) {}
}
