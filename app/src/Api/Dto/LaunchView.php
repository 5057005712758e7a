<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A signed launch.
 */
#[OA\Schema(required: ['id', 'by', 'when', 'verdict', 'revision', 'sha256'])]
final readonly class LaunchView
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $by,
        #[OA\Property] public string $when,
        #[OA\Property] public string $verdict,
        #[OA\Property] public int $revision,
        #[OA\Property] public string $sha256,
    ) {}
}
