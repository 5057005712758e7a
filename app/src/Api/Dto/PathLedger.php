<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One path, followed line by line.
 */
#[OA\Schema(required: ['complete', 'problems', 'rows', 'quantities', 'currency'])]
final readonly class PathLedger
{
    /**
     * @param list<SlipProblem> $problems
     * @param list<LedgerStep> $rows
     * @param list<QuantityStep> $quantities
     */
    public function __construct(
        #[OA\Property] public bool $complete,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SlipProblem')),
        ]
        public array $problems,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LedgerStep'))] public array $rows,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/QuantityStep')),
        ]
        public array $quantities,
        #[OA\Property] public string $currency,
    ) {}
}
