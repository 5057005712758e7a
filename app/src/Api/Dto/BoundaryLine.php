<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What to give at one edge, and what must happen.
 */
#[
    OA\Schema(
        required: [
            'known',
            'about',
            'text',
            'shown',
            'files',
            'expected',
            'problem',
            'browser',
            'why',
            'form',
            'express',
            'note',
            'seen',
            'etags',
        ],
    ),
]
final readonly class BoundaryLine
{
    /**
     * @param list<string> $files
     * @param array{form: string, express: string} $etags
     */
    public function __construct(
        #[OA\Property(description: 'by which the row is known again')] public string $known,
        #[OA\Property] public string $about,
        #[
            OA\Property(description: 'what is typed, as it is copied; null where nothing is typed', nullable: true),
        ]
        public ?string $text,
        #[OA\Property(description: 'the answer on one line, what cannot be seen written out')] public string $shown,
        #[
            OA\Property(
                description: 'addresses at which the files are made',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $files,
        #[OA\Property(enum: ['taken', 'refused', 'empty'])] public string $expected,
        #[OA\Property(nullable: true)] public ?string $problem,
        #[OA\Property(description: 'flag of HTML\'s own validation, "valid" or "none"')] public string $browser,
        #[OA\Property(nullable: true)] public ?string $why,
        #[
            OA\Property(
                description: 'what a tester saw on the form\'s route',
                enum: ['taken', 'refused', 'empty'],
                nullable: true,
            ),
        ]
        public ?string $form,
        #[
            OA\Property(
                description: 'what a tester saw on the express route',
                enum: ['taken', 'refused', 'empty'],
                nullable: true,
            ),
        ]
        public ?string $express,
        #[OA\Property] public string $note,
        #[
            OA\Property(
                description: 'who saw it, when, and whether on an earlier revision; null where nobody did',
                nullable: true,
            ),
        ]
        public ?string $seen,
        #[
            OA\Property(
                description: 'of its tick on each route: If-Match, when it is ticked there',
                type: 'object',
                required: ['form', 'express'],
                properties: [
                    new OA\Property(property: 'form', type: 'string'),
                    new OA\Property(property: 'express', type: 'string'),
                ],
            ),
        ]
        public array $etags,
    ) {}
}
