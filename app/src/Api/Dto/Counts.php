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
        public string $offered,
        public string $selectable,
        public string $wrongSales,
        public string $deadEnds,
        public string $traps,
    ) {
    }
}
