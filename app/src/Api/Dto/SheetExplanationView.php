<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What rows that differ by one amount have in common.
 */
#[OA\Schema(required: ['difference', 'rows', 'at', 'words'])]
final readonly class SheetExplanationView
{
    /**
     * @param list<int> $rows
     */
    public function __construct(
        #[OA\Property] public string $difference,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $rows,
        #[OA\Property(nullable: true)] public ?string $at,
        #[OA\Property] public string $words,
    ) {}
}
