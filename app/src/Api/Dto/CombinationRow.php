<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One combination by its number.
 */
#[OA\Schema(required: ['n', 'cells', 'pins', 'sku', 'unitPrice'])]
final readonly class CombinationRow
{
    /**
     * @param list<string> $cells
     * @param list<string> $pins
     */
    public function __construct(
        #[OA\Property] public string $n,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $cells,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $pins,
        #[OA\Property] public string $sku,
        #[OA\Property] public ?string $unitPrice,
    ) {}
}
