<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An option in walk order with its values weighed.
 */
#[OA\Schema(required: ['option', 'label', 'kind', 'required', 'conditional', 'dead', 'at', 'none', 'noneShare', 'nonePinned', 'cells', 'dependsOn'])]
final readonly class Rung
{
    /**
     * @param list<LadderCell> $cells
     * @param list<string> $dependsOn
     */
    public function __construct(
        public string $option,
        public string $label,
        public string $kind,
        public bool $required,
        public bool $conditional,
        public bool $dead,
        public string $at,
        public string $none,
        public float $noneShare,
        public bool $nonePinned,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LadderCell'))]
        public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))]
        public array $dependsOn,
    ) {
    }
}
