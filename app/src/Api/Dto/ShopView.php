<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The rehearsal shop that ships with Ithrel.
 */
#[OA\Schema(required: ['standIn', 'faults'])]
final readonly class ShopView
{
    /**
     * @param list<ShopFault> $faults
     */
    public function __construct(
        #[OA\Property] public ?string $standIn,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ShopFault'))] public array $faults,
    ) {}
}
