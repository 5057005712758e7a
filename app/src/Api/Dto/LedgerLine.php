<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One effect on the price.
 */
#[OA\Schema(required: ['at', 'label', 'how', 'per', 'amount', 'running'])]
final readonly class LedgerLine
{
    public function __construct(
        #[OA\Property] public string $at,
        #[OA\Property] public string $label,
        #[OA\Property] public string $how,
        #[OA\Property(enum: ['unit', 'line'])] public string $per,
        #[OA\Property] public ?string $amount,
        #[OA\Property] public ?string $running,
    ) {}
}
