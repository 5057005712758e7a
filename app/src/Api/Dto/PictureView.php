<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A picture that a setup speaks of.
 */
#[OA\Schema(required: ['name', 'at', 'src', 'width', 'height', 'bytes'])]
final readonly class PictureView
{
    /**
     * @param list<string> $at
     */
    public function __construct(
        #[OA\Property(description: 'as the document has it')] public string $name,
        #[
            OA\Property(description: 'JSON Pointers, the first 50', type: 'array', items: new OA\Items(type: 'string')),
        ]
        public array $at,
        #[
            OA\Property(description: 'where it is shown from; null where it was not brought in', nullable: true),
        ]
        public ?string $src,
        #[OA\Property] public int $width,
        #[OA\Property] public int $height,
        #[OA\Property] public int $bytes,
    ) {}
}
