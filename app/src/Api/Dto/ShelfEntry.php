<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A setup on the shelf.
 */
#[OA\Schema(required: ['id', 'title', 'item', 'createdAt', 'revision', 'sha256', 'counts', 'blockers', 'warnings', 'notes', 'trouble'])]
final readonly class ShelfEntry
{
    public function __construct(
        public string $id,
        public string $title,
        public string $item,
        public string $createdAt,
        public int $revision,
        public string $sha256,
        public ?Counts $counts,
        public int $blockers,
        public int $warnings,
        public int $notes,
        public ?string $trouble,
    ) {
    }
}
