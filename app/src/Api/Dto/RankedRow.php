<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A combination by its rank in the order of totals.
 */
#[OA\Schema(required: ['rank', 'n', 'words', 'pins', 'typed', 'sku', 'total'])]
final readonly class RankedRow
{
    /**
     * @param list<string> $pins
     * @param list<string> $typed
     */
    public function __construct(
        #[OA\Property] public string $rank,
        #[OA\Property(description: 'its number in the list', nullable: true)] public ?string $n,
        #[OA\Property] public string $words,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $pins,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $typed,
        #[OA\Property] public string $sku,
        #[OA\Property(nullable: true)] public ?string $total,
    ) {}
}
