<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The last rehearsal of a setup, in short.
 */
#[OA\Schema(required: ['id', 'state', 'current', 'total', 'agrees', 'differs', 'createdAt'])]
final readonly class LastRehearsal
{
    /**
     * @param bool $current whether it was of the revision that is the latest
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property(enum: ['planning', 'running', 'done', 'cancelled', 'failed'])] public string $state,
        #[OA\Property] public bool $current,
        #[OA\Property] public int $total,
        #[OA\Property] public int $agrees,
        #[OA\Property] public int $differs,
        #[OA\Property] public string $createdAt,
    ) {}
}
