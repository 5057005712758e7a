<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An option in walk order with its values weighed.
 */
#[
    OA\Schema(
        required: [
            'option',
            'label',
            'kind',
            'required',
            'conditional',
            'dead',
            'at',
            'none',
            'noneShare',
            'nonePinned',
            'cells',
            'dependsOn',
        ],
    ),
]
final readonly class Rung
{
    /**
     * @param list<LadderCell> $cells
     * @param list<string> $dependsOn
     */
    public function __construct(
        #[OA\Property] public string $option,
        #[OA\Property] public string $label,
        #[OA\Property] public string $kind,
        #[OA\Property] public bool $required,
        #[OA\Property] public bool $conditional,
        #[OA\Property] public bool $dead,
        #[OA\Property] public string $at,
        #[OA\Property] public string $none,
        #[OA\Property] public float $noneShare,
        #[OA\Property] public bool $nonePinned,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LadderCell'))] public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $dependsOn,
    ) {}
}
