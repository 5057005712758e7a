<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The picture of a stage, with what can be pointed at.
 */
#[OA\Schema(required: ['stage', 'picture', 'width', 'height', 'spots'])]
final readonly class StageView
{
    /**
     * @param string $picture its address
     * @param list<PictureSpot> $spots
     */
    public function __construct(
        #[OA\Property(enum: ['page', 'cart', 'checkout'])] public string $stage,
        #[OA\Property] public string $picture,
        #[OA\Property] public int $width,
        #[OA\Property] public int $height,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/PictureSpot'))] public array $spots,
    ) {}
}
