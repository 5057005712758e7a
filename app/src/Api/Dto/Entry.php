<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a stage shows of one answer.
 */
#[OA\Schema(required: ['label', 'value', 'at'])]
final readonly class Entry
{
    public function __construct(
        #[OA\Property] public string $label,
        #[OA\Property] public string $value,
        #[OA\Property] public string $at,
    ) {}
}
