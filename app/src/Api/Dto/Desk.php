<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A setup with its document and what its check says; without counts and trouble, that is being worked out.
 */
#[
    OA\Schema(
        required: [
            'id',
            'title',
            'sha256',
            'today',
            'revision',
            'edition',
            'document',
            'counts',
            'deadValues',
            'deadOptions',
            'idleRows',
            'findings',
            'settled',
            'fresh',
            'trouble',
        ],
    ),
]
final readonly class Desk
{
    /**
     * @param list<DeadValue> $deadValues
     * @param list<string> $deadOptions
     * @param list<int> $idleRows
     * @param list<FindingView> $findings
     * @param list<FindingView> $settled found in the revision before, and no more
     * @param list<int> $fresh which of the findings were not there in the revision before
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $title,
        #[OA\Property] public string $sha256,
        #[OA\Property] public string $today,
        #[OA\Property(description: 'number of the latest')] public int $revision,
        #[OA\Property(description: 'of what is worked out of its document, for ?edition=')] public string $edition,
        #[OA\Property(type: 'object', additionalProperties: true)] public \stdClass $document,
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
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FindingView')),
        ]
        public array $settled,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $fresh,
        #[OA\Property] public ?string $trouble,
    ) {}
}
