<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What one value really does to the price.
 */
#[
    OA\Schema(
        required: ['option', 'label', 'value', 'valueLabel', 'at', 'against', 'least', 'usual', 'greatest', 'count'],
    ),
]
final readonly class EffectView
{
    public function __construct(
        #[OA\Property] public string $option,
        #[OA\Property] public string $label,
        #[OA\Property] public string $value,
        #[OA\Property] public string $valueLabel,
        #[OA\Property] public string $at,
        #[OA\Property] public string $against,
        #[OA\Property(nullable: true)] public ?string $least,
        #[OA\Property(nullable: true)] public ?string $usual,
        #[OA\Property(nullable: true)] public ?string $greatest,
        #[OA\Property] public string $count,
    ) {}
}
