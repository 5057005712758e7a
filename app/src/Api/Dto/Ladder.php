<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What can be selected under pins.
 */
#[OA\Schema(required: ['set', 'total', 'all', 'rungs'])]
final readonly class Ladder
{
    /**
     * @param list<Rung> $rungs
     */
    public function __construct(
        #[OA\Property(enum: ['selectable', 'offered', 'wrong-sale', 'dead-end'])] public string $set,
        #[OA\Property] public string $total,
        #[OA\Property] public string $all,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/Rung'))] public array $rungs,
    ) {}
}
