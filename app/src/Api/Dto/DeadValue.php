<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A value in no selectable combination.
 */
#[OA\Schema(required: ['option', 'value', 'cause'])]
final readonly class DeadValue
{
    public function __construct(
        #[OA\Property] public string $option,
        #[OA\Property] public string $value,
        #[OA\Property(enum: ['never-offered', 'never-stocked'])] public string $cause,
    ) {}
}
