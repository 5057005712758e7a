<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Combinations whose totals lie in one band.
 */
#[OA\Schema(required: ['from', 'to', 'count', 'rank', 'share'])]
final readonly class TotalBand
{
    public function __construct(
        #[OA\Property] public string $from,
        #[OA\Property] public string $to,
        #[OA\Property] public string $count,
        #[OA\Property(description: 'rank of the first in the order of totals, from 0')] public string $rank,
        #[OA\Property(description: 'of all combinations, for drawing')] public float $share,
    ) {}
}
