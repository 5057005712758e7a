<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A stage of a check as it was, with what differs outlined.
 */
#[OA\Schema(required: ['stage', 'picture', 'width', 'height', 'spots'])]
final readonly class CheckPicture
{
    /**
     * @param string $picture its address
     * @param list<DifferingSpot> $spots
     */
    public function __construct(
        #[OA\Property] public string $stage,
        #[OA\Property] public string $picture,
        #[OA\Property] public int $width,
        #[OA\Property] public int $height,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DifferingSpot')),
        ]
        public array $spots,
    ) {}
}
