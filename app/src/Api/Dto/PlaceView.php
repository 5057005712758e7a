<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A place of the setup with its name.
 */
#[OA\Schema(required: ['at', 'words'])]
final readonly class PlaceView
{
    public function __construct(#[OA\Property] public string $at, #[OA\Property] public string $words) {}
}
