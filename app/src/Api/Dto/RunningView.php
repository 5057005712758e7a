<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Rehearsals that run at the moment, over all setups.
 */
#[OA\Schema(required: ['runs', 'checks', 'waiting'])]
final readonly class RunningView
{
    public function __construct(
        #[OA\Property] public int $runs,
        #[OA\Property] public int $checks,
        #[OA\Property] public int $waiting,
    ) {}
}
