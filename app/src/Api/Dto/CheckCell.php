<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing that is looked at.
 */
#[OA\Schema(required: ['stage', 'line', 'what', 'expected', 'found', 'differs'])]
final readonly class CheckCell
{
    public function __construct(
        #[OA\Property] public string $stage,
        #[OA\Property] public int $line,
        #[OA\Property] public string $what,
        #[OA\Property] public string $expected,
        #[OA\Property] public ?string $found,
        #[OA\Property] public bool $differs,
    ) {}
}
