<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A place that explains many differences at once.
 */
#[OA\Schema(required: ['at', 'words', 'checks', 'explains', 'as', 'extent'])]
final readonly class LikelyPlace
{
    /**
     * @param list<int> $checks numbers of the checks it explains
     * @param string|null $as what the shop seems to have there, in words that follow "as if"; null where that is
     *                        not known
     * @param string $extent where alone, in words; "" everywhere
     */
    public function __construct(
        #[OA\Property] public string $at,
        #[OA\Property] public string $words,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $checks,
        #[OA\Property] public int $explains,
        #[OA\Property(type: 'string', nullable: true)] public ?string $as,
        #[OA\Property] public string $extent,
    ) {}
}
