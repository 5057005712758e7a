<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A name in a formula and what it stands for.
 */
#[OA\Schema(required: ['name', 'words', 'figure'])]
final readonly class FormulaName
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property] public string $words,
        #[OA\Property(description: 'that it was tried with')] public string $figure,
    ) {}
}
