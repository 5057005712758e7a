<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A setup with its document and what its check says.
 */
#[OA\Schema(required: ['id', 'title', 'sha256', 'today', 'revisions', 'document', 'counts', 'deadValues', 'deadOptions', 'idleRows', 'findings', 'trouble'])]
final readonly class Desk
{
    /**
     * @param list<RevisionView> $revisions
     * @param array<string, mixed> $document
     * @param list<DeadValue> $deadValues
     * @param list<string> $deadOptions
     * @param list<int> $idleRows
     * @param list<FindingView> $findings
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $sha256,
        public string $today,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/RevisionView'))]
        public array $revisions,
        #[OA\Property(type: 'object', additionalProperties: true)]
        public array $document,
        public ?Counts $counts,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DeadValue'))]
        public array $deadValues,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))]
        public array $deadOptions,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))]
        public array $idleRows,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FindingView'))]
        public array $findings,
        public ?string $trouble,
    ) {
    }
}
