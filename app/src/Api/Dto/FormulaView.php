<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a formula comes to, and the names that may stand in it.
 */
#[OA\Schema(required: ['names', 'used', 'value', 'trouble'])]
final readonly class FormulaView
{
    /**
     * @param list<FormulaName> $names
     * @param list<FormulaName> $used
     */
    public function __construct(
        #[
            OA\Property(
                description: 'every name that may stand in it',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FormulaName'),
            ),
        ]
        public array $names,
        #[
            OA\Property(
                description: 'those that stand in it, each with the figure it was tried with',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/FormulaName'),
            ),
        ]
        public array $used,
        #[OA\Property(nullable: true)] public ?string $value,
        #[OA\Property(description: 'why there is no value', nullable: true)] public ?string $trouble,
    ) {}
}
