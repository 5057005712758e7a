<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Why this cannot be bought as it is.
 */
#[OA\Schema(required: ['code', 'option', 'message', 'limit', 'found'])]
final readonly class SlipProblem
{
    public function __construct(
        #[OA\Property] public string $code,
        #[OA\Property] public ?string $option,
        #[OA\Property] public string $message,
        #[OA\Property] public ?string $limit,
        #[OA\Property] public ?string $found,
    ) {}
}
