<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One row of a price sheet beside what Ithrel works out.
 */
#[
    OA\Schema(
        required: [
            'number',
            'verdict',
            'cells',
            'problems',
            'assumed',
            'pins',
            'typed',
            'quantity',
            'expected',
            'ours',
            'difference',
        ],
    ),
]
final readonly class SheetRowView
{
    /**
     * @param list<string> $cells
     * @param list<string> $problems
     * @param list<string> $assumed
     * @param list<string> $pins
     * @param list<string> $typed
     */
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property(enum: ['agrees', 'differs', 'unreachable', 'unreadable'])] public string $verdict,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $problems,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $assumed,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $pins,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $typed,
        #[OA\Property] public int $quantity,
        #[OA\Property(nullable: true)] public ?string $expected,
        #[OA\Property(nullable: true)] public ?string $ours,
        #[OA\Property(nullable: true)] public ?string $difference,
    ) {}
}
