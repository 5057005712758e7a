<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An item of the catalogue, with by what a setup applies to it.
 */
#[OA\Schema(required: ['sku', 'name', 'categories', 'tags', 'by'])]
final readonly class CatalogueRow
{
    /**
     * @param list<string> $categories
     * @param list<string> $tags
     * @param list<string> $by
     */
    public function __construct(
        #[OA\Property] public string $sku,
        #[OA\Property] public string $name,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $categories,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $tags,
        #[
            OA\Property(
                description: 'in words; none where no setup was asked about',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $by,
    ) {}
}
