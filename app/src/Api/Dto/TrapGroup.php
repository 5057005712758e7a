<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The traps that an answer of one option closes, of one cause, with one trail that walks into them.
 */
#[OA\Schema(required: ['option', 'label', 'at', 'cause', 'count', 'answers', 'because', 'pins', 'typed'])]
final readonly class TrapGroup
{
    /**
     * @param list<string> $answers the answers of the trail that have a share
     *                              in it, in words
     * @param list<array{at: string, kind: string, words: string}> $because the places that close it
     * @param list<string> $pins the whole trail as "option=value", or
     *                           "option=" for no answer
     * @param list<string> $typed inputs of the trail as "option=text"
     */
    public function __construct(
        #[OA\Property] public string $option,
        #[OA\Property] public string $label,
        #[OA\Property] public string $at,
        #[OA\Property(enum: ['no-answer', 'missing-row', 'sold-out-row', 'sold-out-value'])] public string $cause,
        #[OA\Property(description: 'exact, as decimal text')] public string $count,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $answers,
        #[
            OA\Property(
                type: 'array',
                items: new OA\Items(
                    properties: [
                        new OA\Property(property: 'at', type: 'string'),
                        new OA\Property(property: 'kind', type: 'string'),
                        new OA\Property(property: 'words', type: 'string'),
                    ],
                    type: 'object',
                    required: ['at', 'kind', 'words'],
                ),
            ),
        ]
        public array $because,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $pins,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $typed,
    ) {}
}
