<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a changed document gained, lost and repriced; figures are null where they are not known.
 */
#[OA\Schema(required: ['gained', 'lost', 'repriced', 'changes'])]
final readonly class ChangeView
{
    /**
     * @param list<ChangedPlace>|null $changes null: it takes too long to be said while one waits
     */
    public function __construct(
        #[OA\Property(nullable: true)] public ?string $gained,
        #[OA\Property(nullable: true)] public ?string $lost,
        #[OA\Property(nullable: true)] public ?string $repriced,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ChangedPlace'), nullable: true),
        ]
        public ?array $changes,
    ) {}
}
