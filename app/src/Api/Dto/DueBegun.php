<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What was begun of the rehearsals that were due.
 */
#[OA\Schema(required: ['begun', 'left'])]
final readonly class DueBegun
{
    /**
     * @param list<string> $begun titles
     * @param list<DueLeft> $left
     */
    public function __construct(
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $begun,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DueLeft'))] public array $left,
    ) {}
}
