<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * May it launch?
 */
#[
    OA\Schema(
        required: [
            'verdict',
            'words',
            'because',
            'open',
            'checked',
            'notChecked',
            'notes',
            'accepted',
            'lastLaunch',
            'since',
            'remarks',
            'valid',
            'again',
            'fresh',
        ],
    ),
]
final readonly class GateView
{
    /**
     * @param list<string> $because
     * @param list<GateItemView> $open
     * @param list<string> $checked
     * @param list<string> $notChecked
     * @param list<AcceptedView> $accepted
     */
    public function __construct(
        #[OA\Property(enum: ['may-launch', 'not-yet', 'must-not-launch'])] public string $verdict,
        #[OA\Property] public string $words,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $because,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/GateItemView'))] public array $open,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $checked,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $notChecked,
        #[OA\Property(description: 'findings to know, which need nobody')] public int $notes,
        #[
            OA\Property(
                description: 'those that nobody took back, the newest first',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/AcceptedView'),
            ),
        ]
        public array $accepted,
        #[
            OA\Property(
                ref: '#/components/schemas/LaunchView',
                description: 'null where it was never launched',
                nullable: true,
            ),
        ]
        public ?LaunchView $lastLaunch,
        #[
            OA\Property(
                ref: '#/components/schemas/ChangeView',
                description: 'null where it was never launched',
                nullable: true,
            ),
        ]
        public ?ChangeView $since,
        #[OA\Property(description: 'open conversations')] public int $remarks,
        #[OA\Property(description: 'checks of the plan whose result still holds')] public int $valid,
        #[OA\Property(description: 'checks of the plan that have to be tried, or tried again')] public int $again,
        #[
            OA\Property(
                ref: '#/components/schemas/FreshnessView',
                description: 'null where no shop was rehearsed',
                nullable: true,
            ),
        ]
        public ?FreshnessView $fresh,
    ) {}
}
