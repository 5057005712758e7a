<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A price sheet held against the setup.
 */
#[OA\Schema(required: ['columns', 'rows', 'explanations', 'currency', 'counts'])]
final readonly class SheetResult
{
    /**
     * @param list<SheetColumnView> $columns
     * @param list<SheetRowView> $rows
     * @param list<SheetExplanationView> $explanations
     */
    public function __construct(
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SheetColumnView')),
        ]
        public array $columns,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SheetRowView'))] public array $rows,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/SheetExplanationView')),
        ]
        public array $explanations,
        #[OA\Property] public string $currency,
        #[
            OA\Property(
                description: 'At the gate from now on, for later revisions too: not where it is too ' .
                    'long to be kept, nor for ' .
                    'readers.',
            ),
        ]
        public bool $counts = false,
    ) {}

    public function counting(bool $counts): self
    {
        return new self($this->columns, $this->rows, $this->explanations, $this->currency, $counts);
    }
}
