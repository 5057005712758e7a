<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An item of the gate that somebody accepted, be it that it was taken back.
 */
#[OA\Schema(required: ['id', 'words', 'at', 'by', 'role', 'when', 'why', 'until', 'takenBack'])]
final readonly class AcceptedView
{
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $words,
        #[OA\Property(description: 'JSON Pointer')] public string $at,
        #[OA\Property] public string $by,
        #[OA\Property] public string $role,
        #[OA\Property] public string $when,
        #[OA\Property] public string $why,
        #[OA\Property(description: 'a date, or "change": until its place changes')] public string $until,
        #[OA\Property(description: 'who took it back', nullable: true)] public ?string $takenBack,
    ) {}
}
