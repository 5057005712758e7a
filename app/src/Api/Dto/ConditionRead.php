<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A sentence as a condition of the document, and that in words.
 */
#[OA\Schema(required: ['condition', 'words'])]
final readonly class ConditionRead
{
    /**
     * @param array<string, mixed>|\stdClass $condition
     */
    public function __construct(
        #[OA\Property(type: 'object', additionalProperties: true)] public array|\stdClass $condition,
        #[OA\Property(description: 'null where it cannot be told', nullable: true)] public ?SentenceView $words,
    ) {}
}
