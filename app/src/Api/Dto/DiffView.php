<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What became of an older setup, of another one, or of a list of what shall be sold; figures are null where they are
 * not known.
 */
#[
    OA\Schema(
        required: [
            'before',
            'after',
            'both',
            'gained',
            'lost',
            'repriced',
            'dearest',
            'gainedRows',
            'lostRows',
            'repricedRows',
            'changes',
            'notices',
            'currency',
            'counts',
        ],
    ),
]
final readonly class DiffView
{
    /**
     * @param list<DiffRow> $gainedRows
     * @param list<DiffRow> $lostRows
     * @param list<DiffRow> $repricedRows
     * @param list<ChangedPlace> $changes
     * @param list<string> $notices
     */
    public function __construct(
        #[
            OA\Property(description: 'combinations there were, or that the list has', nullable: true),
        ]
        public ?string $before,
        #[OA\Property(nullable: true)] public ?string $after,
        #[OA\Property(nullable: true)] public ?string $both,
        #[OA\Property(nullable: true)] public ?string $gained,
        #[OA\Property(nullable: true)] public ?string $lost,
        #[OA\Property(ref: '#/components/schemas/DiffFigures', nullable: true)] public ?DiffFigures $repriced,
        #[OA\Property(ref: '#/components/schemas/DiffFigures', nullable: true)] public ?DiffFigures $dearest,
        #[
            OA\Property(
                description: 'the first of them',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/DiffRow'),
            ),
        ]
        public array $gainedRows,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DiffRow'))] public array $lostRows,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DiffRow')),
        ]
        public array $repricedRows,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/ChangedPlace')),
        ]
        public array $changes,
        #[
            OA\Property(
                description: 'what is not known or was not looked at, and why',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $notices,
        #[OA\Property] public string $currency,
        #[OA\Property(description: 'At the gate from now on, for later revisions too.')] public bool $counts,
    ) {}
}
