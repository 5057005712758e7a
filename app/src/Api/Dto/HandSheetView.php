<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A plan to be tried by hand.
 */
#[OA\Schema(required: ['checks', 'pairs', 'lowerBound', 'combinations', 'leftOut'])]
final readonly class HandSheetView
{
    /**
     * @param list<HandCheck> $checks
     * @param list<string> $leftOut what was more than could be planned
     */
    public function __construct(
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/HandCheck'))] public array $checks,
        #[OA\Property] public int $pairs,
        #[OA\Property] public int $lowerBound,
        #[OA\Property] public int $combinations,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $leftOut,
    ) {}
}
