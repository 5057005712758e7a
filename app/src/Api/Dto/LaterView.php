<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An answer that is still being worked out.
 */
#[OA\Schema(required: ['id', 'state', 'steps', 'seconds'])]
final readonly class LaterView
{
    /**
     * @param string $state "waiting" for a worker, or "working"
     * @param string $steps of the work that were done
     * @param int $seconds since it was asked
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property(enum: ['waiting', 'working'])] public string $state,
        #[OA\Property] public string $steps,
        #[OA\Property] public int $seconds,
    ) {}
}
