<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A check and what came of it.
 */
#[
    OA\Schema(
        required: [
            'number',
            'purpose',
            'purposeWords',
            'about',
            'verdict',
            'expected',
            'differences',
            'stages',
            'reason',
            'carried',
            'turn',
        ],
    ),
]
final readonly class CheckRow
{
    /**
     * @param list<CheckDifference> $differences
     * @param list<string> $stages that are looked at
     */
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property] public string $purpose,
        #[OA\Property] public string $purposeWords,
        #[OA\Property] public string $about,
        #[OA\Property(enum: ['waiting', 'agrees', 'differs', 'no-answer', 'not-tried'])] public string $verdict,
        #[OA\Property] public string $expected,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/CheckDifference')),
        ]
        public array $differences,
        #[
            OA\Property(
                type: 'array',
                items: new OA\Items(type: 'string', enum: ['page', 'cart', 'checkout', 'order']),
            ),
        ]
        public array $stages,
        #[OA\Property] public ?string $reason,
        #[OA\Property(description: 'id of the earlier rehearsal in which it was tried')] public ?string $carried,
        #[OA\Property(description: 'rises with each change of a check within the run')] public int $turn,
    ) {}
}
