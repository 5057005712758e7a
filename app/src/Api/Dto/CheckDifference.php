<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing that a shop did otherwise than the setup says.
 */
#[OA\Schema(required: ['what', 'stage', 'expected', 'found'])]
final readonly class CheckDifference
{
    public function __construct(
        #[OA\Property] public string $what,
        #[OA\Property] public string $stage,
        #[OA\Property] public string $expected,
        #[OA\Property] public string $found,
    ) {}
}
