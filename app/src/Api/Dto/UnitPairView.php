<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One size at an edge in one unit, and what the other unit makes of it.
 */
#[OA\Schema(required: ['about', 'size', 'expected', 'same', 'otherwise'])]
final readonly class UnitPairView
{
    public function __construct(
        #[OA\Property(description: 'which edge of which input')] public string $about,
        #[OA\Property(description: 'with its unit')] public string $size,
        #[OA\Property(enum: ['taken', 'refused', 'empty'])] public string $expected,
        #[OA\Property(description: 'the same size with the other unit')] public string $same,
        #[
            OA\Property(description: 'what the other unit makes of it', enum: ['taken', 'refused', 'empty']),
        ]
        public string $otherwise,
    ) {}
}
