<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An error in the form of RFC 9457.
 */
#[OA\Schema(required: ['type', 'title', 'status', 'detail', 'problems'])]
final readonly class ProblemDetails
{
    /**
     * @param list<ProblemPlace> $problems
     */
    public function __construct(
        #[OA\Property] public string $type,
        #[OA\Property] public string $title,
        #[OA\Property] public int $status,
        #[OA\Property] public string $detail,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ProblemPlace')),
        ]
        public array $problems,
    ) {}
}
