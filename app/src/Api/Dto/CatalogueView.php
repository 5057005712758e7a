<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The catalogue, or those of its items that a setup applies to.
 */
#[OA\Schema(required: ['when', 'items', 'total', 'rows', 'findings', 'etag'])]
final readonly class CatalogueView
{
    /**
     * @param list<CatalogueRow> $rows
     * @param list<FindingView> $findings
     */
    public function __construct(
        #[
            OA\Property(description: 'and by whom it was brought in; null: there is none', nullable: true),
        ]
        public ?string $when,
        #[OA\Property(description: 'of the catalogue')] public int $items,
        #[OA\Property(description: 'that are meant')] public int $total,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CatalogueRow'))] public array $rows,
        #[
            OA\Property(
                description: 'about the scope of a setup',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FindingView'),
            ),
        ]
        public array $findings,
        #[OA\Property(description: 'of the catalogue: If-Match, when another takes its place')] public string $etag,
    ) {}
}
