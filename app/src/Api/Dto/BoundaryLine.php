<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What to give at one edge, and what must happen.
 */
#[OA\Schema(required: ['about', 'text', 'shown', 'files', 'expected', 'problem', 'browser', 'why'])]
final readonly class BoundaryLine
{
    /**
     * @param list<string> $files
     */
    public function __construct(
        #[OA\Property]
        public string $about,
        #[OA\Property(description: 'what is typed, as it is copied; null where nothing is typed', nullable: true)]
        public ?string $text,
        #[OA\Property(description: 'the answer on one line, what cannot be seen written out')]
        public string $shown,
        #[OA\Property(description: 'addresses at which the files are made', type: 'array', items: new OA\Items(type: 'string'))]
        public array $files,
        #[OA\Property(enum: ['taken', 'refused', 'empty'])]
        public string $expected,
        #[OA\Property(nullable: true)]
        public ?string $problem,
        #[OA\Property(description: 'flag of HTML\'s own validation, "valid" or "none"')]
        public string $browser,
        #[OA\Property(nullable: true)]
        public ?string $why,
    ) {
    }
}
