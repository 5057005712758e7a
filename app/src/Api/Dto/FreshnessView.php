<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Whether the shop is still as it was tried.
 */
#[OA\Schema(required: ['run', 'address', 'tried', 'lookedAt', 'isStill'])]
final readonly class FreshnessView
{
    /**
     * @param string $run id of the rehearsal
     * @param string|null $lookedAt when somebody looked last
     * @param bool|null $isStill null: nobody looked, or the shop does not say
     */
    public function __construct(
        #[OA\Property] public string $run,
        #[OA\Property] public string $address,
        #[OA\Property] public string $tried,
        #[OA\Property] public ?string $lookedAt,
        #[OA\Property] public ?bool $isStill,
    ) {}
}
