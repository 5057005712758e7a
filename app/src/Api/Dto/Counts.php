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
        #[OA\Property]
        public string $offered,
        #[OA\Property]
        public string $selectable,
        #[OA\Property]
        public string $wrongSales,
        #[OA\Property]
        public string $deadEnds,
        #[OA\Property]
        public string $traps,
    ) {
    }
}
