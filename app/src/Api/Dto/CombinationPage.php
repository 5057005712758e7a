<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A run of combinations of a set.
 */
#[OA\Schema(required: ['set', 'total', 'from', 'headings', 'rows', 'currency'])]
final readonly class CombinationPage
{
    /**
     * @param list<string> $headings
     * @param list<CombinationRow> $rows
     */
    public function __construct(
        #[OA\Property(enum: ['selectable', 'offered', 'wrong-sale', 'dead-end'])] public string $set,
        #[OA\Property] public string $total,
        #[OA\Property] public string $from,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $headings,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CombinationRow')),
        ]
        public array $rows,
        #[OA\Property] public string $currency,
    ) {}
}
