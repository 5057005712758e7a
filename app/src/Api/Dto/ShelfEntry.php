<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A setup on the shelf; without counts and trouble, its check is still to be worked out.
 */
#[
    OA\Schema(
        required: [
            'id',
            'title',
            'item',
            'createdAt',
            'revision',
            'sha256',
            'counts',
            'blockers',
            'warnings',
            'notes',
            'trouble',
            'rehearsal',
            'verdict',
            'open',
            'due',
            'etag',
        ],
    ),
]
final readonly class ShelfEntry
{
    /**
     * @param string|null $verdict null: it is still to be worked out
     * @param int $open items that are open at the gate
     * @param bool $due whether the latest revision was not rehearsed to the end
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $title,
        #[OA\Property] public string $item,
        #[OA\Property] public string $createdAt,
        #[OA\Property] public int $revision,
        #[OA\Property] public string $sha256,
        #[OA\Property] public ?Counts $counts,
        #[OA\Property] public int $blockers,
        #[OA\Property] public int $warnings,
        #[OA\Property] public int $notes,
        #[OA\Property] public ?string $trouble,
        #[OA\Property] public ?LastRehearsal $rehearsal,
        #[OA\Property(enum: ['may-launch', 'not-yet', 'must-not-launch', 'none'])] public ?string $verdict,
        #[OA\Property] public int $open,
        #[OA\Property] public bool $due,
        #[OA\Property(description: 'of its name: If-Match, when it is renamed')] public string $etag,
    ) {}
}
