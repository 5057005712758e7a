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
        public string $option,
        public string $value,
        #[OA\Property(enum: ['never-offered', 'never-stocked'])]
        public string $cause,
    ) {
    }
}
