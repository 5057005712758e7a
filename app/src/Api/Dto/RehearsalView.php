<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A rehearsal: how far it is, and what it comes to.
 */
#[
    OA\Schema(
        required: [
            'id',
            'setup',
            'title',
            'revision',
            'sha256',
            'current',
            'address',
            'faults',
            'today',
            'state',
            'message',
            'createdAt',
            'endedAt',
            'total',
            'waiting',
            'agrees',
            'differs',
            'noAnswer',
            'notTried',
            'pairs',
            'lowerBound',
            'combinations',
            'leftOut',
            'likely',
            'page',
            'unseen',
        ],
    ),
]
final readonly class RehearsalView
{
    /**
     * @param string|null $address of the page that is tried; null: by hand
     * @param list<string> $faults that the rehearsal shop was told to have
     * @param list<string> $leftOut what the plan left out
     * @param list<LikelyPlace>|null $likely null: they take longer to find, and have an address of their own
     * @param string|null $page the mapped page that is tried in a browser
     * @param list<string> $unseen stages and fields that no check looked at
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $setup,
        #[OA\Property] public string $title,
        #[OA\Property] public int $revision,
        #[OA\Property] public string $sha256,
        #[OA\Property] public bool $current,
        #[OA\Property] public ?string $address,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $faults,
        #[OA\Property] public string $today,
        #[OA\Property(enum: ['planning', 'running', 'done', 'cancelled', 'failed'])] public string $state,
        #[OA\Property] public ?string $message,
        #[OA\Property] public string $createdAt,
        #[OA\Property] public ?string $endedAt,
        #[OA\Property] public int $total,
        #[OA\Property] public int $waiting,
        #[OA\Property] public int $agrees,
        #[OA\Property] public int $differs,
        #[OA\Property] public int $noAnswer,
        #[OA\Property] public int $notTried,
        #[OA\Property] public int $pairs,
        #[OA\Property] public int $lowerBound,
        #[OA\Property] public int $combinations,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $leftOut,
        #[
            OA\Property(
                description: 'null: they take longer to find, and have an address of their own',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/LikelyPlace'),
                nullable: true,
            ),
        ]
        public ?array $likely,
        #[OA\Property] public ?string $page,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $unseen,
    ) {}
}
