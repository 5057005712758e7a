<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What the check of a document says; without counts and trouble, that is being worked out.
 */
#[OA\Schema(required: ['counts', 'deadValues', 'deadOptions', 'idleRows', 'findings', 'trouble'])]
final readonly class ReportView
{
    /**
     * @param list<DeadValue> $deadValues
     * @param list<string> $deadOptions
     * @param list<int> $idleRows
     * @param list<FindingView> $findings
     */
    public function __construct(
        #[OA\Property] public ?Counts $counts,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DeadValue')),
        ]
        public array $deadValues,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $deadOptions,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $idleRows,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FindingView')),
        ]
        public array $findings,
        #[OA\Property] public ?string $trouble,
    ) {}
}
