<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Where on a picture something differs.
 */
#[OA\Schema(required: ['words', 'box'])]
final readonly class DifferingSpot
{
    /**
     * @param list<int> $box left, top, width, height
     */
    public function __construct(
        #[OA\Property] public string $words,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $box,
    ) {}
}
