<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What was not taken into a draft, and why.
 */
#[OA\Schema(required: ['from', 'why'])]
final readonly class LeftOver
{
    public function __construct(#[OA\Property] public string $from, #[OA\Property] public string $why) {}
}
