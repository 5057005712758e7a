<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Where a combination stands in the list of a set.
 */
#[OA\Schema(required: ['set', 'n'])]
final readonly class Position
{
    public function __construct(
        #[OA\Property] public string $set,
        #[OA\Property(description: 'from 0, as decimal text; null where it is not in the set')] public ?string $n,
    ) {}
}
