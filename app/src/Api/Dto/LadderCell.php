<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A value on a rung: how many combinations of what is left hold it.
 */
#[OA\Schema(required: ['value', 'label', 'count', 'share', 'pinned', 'freed', 'dead', 'hidden', 'preselected', 'at'])]
final readonly class LadderCell
{
    public function __construct(
        #[OA\Property] public string $value,
        #[OA\Property] public string $label,
        #[OA\Property] public string $count,
        #[OA\Property] public float $share,
        #[OA\Property] public bool $pinned,
        #[OA\Property] public string $freed,
        #[OA\Property] public ?string $dead,
        #[OA\Property] public bool $hidden,
        #[OA\Property] public bool $preselected,
        #[OA\Property] public string $at,
    ) {}
}
