<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What somebody wrote at a place, with the answers.
 */
#[OA\Schema(required: ['id', 'about', 'at', 'words', 'person', 'text', 'writtenAt', 'closedBy', 'answers'])]
final readonly class RemarkView
{
    /**
     * @param string $about by which its place is known again: a finding, a check, a value
     * @param string $at JSON Pointer; "" where it is of no place of the document
     * @param string $words what it is about, as it read then
     * @param string|null $closedBy null: it is open
     * @param list<RemarkAnswer> $answers
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $about,
        #[OA\Property] public string $at,
        #[OA\Property] public string $words,
        #[OA\Property] public string $person,
        #[OA\Property] public string $text,
        #[OA\Property] public string $writtenAt,
        #[OA\Property] public ?string $closedBy,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/RemarkAnswer')),
        ]
        public array $answers,
    ) {}
}
