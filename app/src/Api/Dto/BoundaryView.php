<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The boundary sheet of an option, or of the quantity.
 */
#[
    OA\Schema(
        required: [
            'option',
            'at',
            'label',
            'kind',
            'required',
            'when',
            'example',
            'routes',
            'marked',
            'field',
            'attributes',
            'rows',
            'left',
            'pattern',
            'samples',
            'units',
            'etag',
        ],
    ),
]
final readonly class BoundaryView
{
    /**
     * @param list<string> $routes
     * @param array<string, string> $attributes
     * @param list<BoundaryLine> $rows
     * @param list<string> $left
     * @param list<string> $samples
     * @param list<UnitPairView> $units
     */
    public function __construct(
        #[OA\Property(description: 'code; null for the quantity', nullable: true)] public ?string $option,
        #[OA\Property] public string $at,
        #[OA\Property] public string $label,
        #[OA\Property] public string $kind,
        #[OA\Property(enum: ['always', 'sometimes', 'never'])] public string $required,
        #[OA\Property(nullable: true)] public ?string $when,
        #[
            OA\Property(description: 'the fewest choices under which it is required, in words', nullable: true),
        ]
        public ?string $example,
        #[
            OA\Property(
                description: 'those on which leaving it out must be refused',
                type: 'array',
                items: new OA\Items(type: 'string', enum: ['form', 'express']),
            ),
        ]
        public array $routes,
        #[OA\Property(description: 'whether the shopper reads that it is required')] public bool $marked,
        #[
            OA\Property(
                description: 'input type, or "textarea", of a field with these limits; null where nothing is typed',
                nullable: true,
            ),
        ]
        public ?string $field,
        #[
            OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string')),
        ]
        public array $attributes,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/BoundaryLine'))] public array $rows,
        #[
            OA\Property(
                description: 'edges for which no answer could be made, and why',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $left,
        #[OA\Property(description: 'what a text has to fit', nullable: true)] public ?string $pattern,
        #[
            OA\Property(
                description: 'texts that a tester gave as fitting',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $samples,
        #[
            OA\Property(
                description: 'where the shopper chooses the unit: its edges in the other one',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/UnitPairView'),
            ),
        ]
        public array $units,
        #[OA\Property(description: 'of its samples: If-Match, when they are given')] public string $etag,
    ) {}
}
