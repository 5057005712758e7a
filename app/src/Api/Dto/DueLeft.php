<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A setup that could not be rehearsed, and why.
 */
#[OA\Schema(required: ['title', 'why'])]
final readonly class DueLeft
{
    public function __construct(#[OA\Property] public string $title, #[OA\Property] public string $why) {}
}
