<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One line of a ledger that can be followed.
 */
#[OA\Schema(required: ['kind', 'at', 'label', 'basis', 'amount', 'running'])]
final readonly class LedgerStep
{
    public function __construct(
        #[OA\Property] public string $kind,
        #[OA\Property] public string $at,
        #[OA\Property] public string $label,
        #[OA\Property] public string $basis,
        #[OA\Property(nullable: true)] public ?string $amount,
        #[OA\Property(nullable: true)] public ?string $running,
    ) {}
}
