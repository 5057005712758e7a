<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The pictures of a setup, and what was not taken.
 */
#[OA\Schema(required: ['pictures', 'left'])]
final readonly class PicturesView
{
    /**
     * @param list<PictureView> $pictures
     * @param list<LeftOver> $left
     */
    public function __construct(
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/PictureView')),
        ]
        public array $pictures,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LeftOver'))] public array $left,
    ) {}
}
