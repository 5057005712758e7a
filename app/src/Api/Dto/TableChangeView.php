<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing that a table says otherwise than a document.
 */
#[OA\Schema(required: ['at', 'value', 'from', 'words'])]
final readonly class TableChangeView
{
    public function __construct(
        #[
            OA\Property(description: 'JSON Pointer; one past the end of a list where a member is added'),
        ]
        public string $at,
        #[
            OA\Property(description: 'what stands there then, as JSON; null where it is taken out', nullable: true),
        ]
        public ?string $value,
        #[OA\Property(description: 'place in the table')] public string $from,
        #[OA\Property] public string $words,
    ) {}
}
