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
        public string $at,
        public string $label,
        public string $how,
        #[OA\Property(enum: ['unit', 'line'])]
        public string $per,
        public ?string $amount,
        public ?string $running,
    ) {
    }
}
