<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A page of the shelf.
 */
#[OA\Schema(required: ['total', 'from', 'due', 'running', 'rows'])]
final readonly class ShelfView
{
    /**
     * @param int $total of all that were asked for
     * @param int $due setups whose latest revision was not rehearsed to the end
     * @param list<ShelfEntry> $rows
     */
    public function __construct(
        #[OA\Property] public int $total,
        #[OA\Property] public int $from,
        #[OA\Property] public int $due,
        #[OA\Property] public RunningView $running,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ShelfEntry'))] public array $rows,
    ) {}
}
