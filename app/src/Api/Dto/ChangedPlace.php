<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A place that means something else than it did.
 */
#[OA\Schema(required: ['at', 'isGone', 'words'])]
final readonly class ChangedPlace
{
    public function __construct(
        #[OA\Property(description: 'JSON Pointer')] public string $at,
        #[OA\Property(description: 'whether it stands in the old document alone')] public bool $isGone,
        #[OA\Property] public string $words,
    ) {}
}
