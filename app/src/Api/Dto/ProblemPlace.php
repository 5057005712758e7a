<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A place in the document and what is wrong there.
 */
#[OA\Schema(required: ['at', 'message'])]
final readonly class ProblemPlace
{
    public function __construct(#[OA\Property] public string $at, #[OA\Property] public string $message) {}
}
