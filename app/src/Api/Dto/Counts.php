<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Exact counts as decimal text.
 */
#[OA\Schema(required: ['offered', 'selectable', 'wrongSales', 'deadEnds', 'traps'])]
final readonly class Counts
{
    public function __construct(
        #[OA\Property(nullable: true)] public ?string $offered,
        #[OA\Property(nullable: true)] public ?string $selectable,
        #[OA\Property(nullable: true)] public ?string $wrongSales,
        #[OA\Property(nullable: true)] public ?string $deadEnds,
        #[OA\Property(nullable: true)] public ?string $traps,
    ) {}
}
