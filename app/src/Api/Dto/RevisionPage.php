<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Some revisions of a setup, newest first.
 */
#[OA\Schema(required: ['total', 'from', 'rows'])]
final readonly class RevisionPage
{
    /**
     * @param list<RevisionView> $rows
     */
    public function __construct(
        #[OA\Property] public int $total,
        #[OA\Property] public int $from,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/RevisionView'))] public array $rows,
    ) {}
}
