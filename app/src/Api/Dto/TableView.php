<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a table would change in a document; nothing is kept.
 */
#[OA\Schema(required: ['changes', 'kept', 'left'])]
final readonly class TableView
{
    /**
     * @param list<TableChangeView> $changes
     * @param list<string> $kept
     * @param list<LeftOver> $left
     */
    public function __construct(
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/TableChangeView')),
        ]
        public array $changes,
        #[
            OA\Property(
                description: 'what the document has and the table has not',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $kept,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LeftOver'))] public array $left,
    ) {}
}
