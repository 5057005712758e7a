<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What all selectable combinations come to.
 */
#[
    OA\Schema(
        required: [
            'known',
            'why',
            'method',
            'currency',
            'count',
            'lowest',
            'highest',
            'zeroOrBelow',
            'withoutPrice',
            'levels',
            'bands',
            'hangsOnInputs',
            'sampled',
            'open',
        ],
    ),
]
final readonly class Totals
{
    /**
     * @param list<TotalBand> $bands
     * @param list<string> $sampled
     * @param list<string> $open
     */
    public function __construct(
        #[OA\Property] public bool $known,
        #[OA\Property(description: 'why it is not known', nullable: true)] public ?string $why,
        #[OA\Property(enum: ['added', 'one-by-one', 'none'])] public string $method,
        #[OA\Property] public string $currency,
        #[OA\Property] public string $count,
        #[OA\Property(nullable: true)] public ?string $lowest,
        #[OA\Property(nullable: true)] public ?string $highest,
        #[OA\Property(description: 'combinations that come to nothing or less')] public string $zeroOrBelow,
        #[OA\Property] public string $withoutPrice,
        #[OA\Property(description: 'how many different totals there are')] public int $levels,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/TotalBand'))] public array $bands,
        #[OA\Property] public bool $hangsOnInputs,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $sampled,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $open,
    ) {}
}
