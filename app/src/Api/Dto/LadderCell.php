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
        public string $value,
        public string $label,
        public string $count,
        public float $share,
        public bool $pinned,
        public string $freed,
        public ?string $dead,
        public bool $hidden,
        public bool $preselected,
        public string $at,
    ) {
    }
}
