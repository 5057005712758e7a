<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What a check says of a text that is not kept.
 */
#[OA\Schema(required: ['sha256', 'problems', 'counts', 'findings', 'settled', 'fresh', 'trouble'])]
final readonly class CheckedText
{
    /**
     * @param list<ProblemPlace> $problems that keep it from being read; none where it can be
     * @param list<FindingView> $findings
     * @param list<FindingView> $settled found in the setup it was written on, and no more
     * @param list<int> $fresh which of the findings were not there
     */
    public function __construct(
        #[OA\Property] public string $sha256,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ProblemPlace')),
        ]
        public array $problems,
        #[OA\Property(nullable: true)] public ?Counts $counts,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FindingView')),
        ]
        public array $findings,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/FindingView')),
        ]
        public array $settled,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $fresh,
        #[OA\Property(description: 'why it could not be worked out', nullable: true)] public ?string $trouble,
    ) {}
}
