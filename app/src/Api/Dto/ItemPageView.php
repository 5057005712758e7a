<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The page of a setup's item in a shop, and its map.
 */
#[
    OA\Schema(
        required: [
            'id',
            'setup',
            'address',
            'shop',
            'state',
            'message',
            'seconds',
            'createdAt',
            'things',
            'stages',
            'etag',
        ],
    ),
]
final readonly class ItemPageView
{
    /**
     * @param list<MappedThing> $things
     * @param list<StageView> $stages
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $setup,
        #[OA\Property] public string $address,
        #[OA\Property] public ShopTold $shop,
        #[OA\Property(enum: ['waiting', 'ready', 'trying', 'failed'])] public string $state,
        #[OA\Property] public ?string $message,
        #[OA\Property] public int $seconds,
        #[OA\Property] public string $createdAt,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/MappedThing')),
        ]
        public array $things,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/StageView'))] public array $stages,
        #[OA\Property(description: 'of its map: If-Match, when it is mended')] public string $etag,
    ) {}
}
