<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a state comes to: price, cart line, and what is still missing.
 */
#[
    OA\Schema(
        required: [
            'complete',
            'problems',
            'shown',
            'base',
            'baseAt',
            'unitPrice',
            'lineTotal',
            'total',
            'currency',
            'ledger',
            'sku',
            'quantity',
            'weight',
            'points',
            'image',
            'entries',
            'ownLines',
        ],
    ),
]
final readonly class Slip
{
    /**
     * @param list<SlipProblem> $problems
     * @param list<string> $shown
     * @param list<LedgerLine> $ledger
     * @param array<string, list<Entry>> $entries by stage
     * @param list<OwnLineView> $ownLines
     */
    public function __construct(
        #[OA\Property] public bool $complete,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SlipProblem')),
        ]
        public array $problems,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $shown,
        #[OA\Property] public string $base,
        #[OA\Property] public string $baseAt,
        #[OA\Property] public ?string $unitPrice,
        #[OA\Property] public ?string $lineTotal,
        #[OA\Property] public ?string $total,
        #[OA\Property] public string $currency,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LedgerLine'))] public array $ledger,
        #[OA\Property] public string $sku,
        #[OA\Property] public int $quantity,
        #[OA\Property] public string $weight,
        #[OA\Property] public string $points,
        #[OA\Property] public ?string $image,
        #[
            OA\Property(
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/Entry'),
                ),
            ),
        ]
        public array $entries,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/OwnLineView')),
        ]
        public array $ownLines,
    ) {}
}
