<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A document, and a table that is held against it.
 */
#[OA\Schema(required: ['text', 'table'])]
final readonly class TableWanted
{
    public function __construct(
        #[OA\Property(description: 'the document as it stands')] public string $text,
        #[OA\Property(ref: '#/components/schemas/DraftFile')] public DraftFile $table,
    ) {}
}
