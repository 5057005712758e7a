<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What was written as a charge of the document, and that in words; both null where it is none.
 */
#[OA\Schema(required: ['charge', 'words'])]
final readonly class ChargeRead
{
    /**
     * @param string|array<string, mixed>|\stdClass|null $charge
     */
    public function __construct(
        #[
            OA\Property(
                nullable: true,
                oneOf: [new OA\Schema(type: 'string'), new OA\Schema(type: 'object', additionalProperties: true)],
            ),
        ]
        public string|array|\stdClass|null $charge,
        #[OA\Property(nullable: true)] public ?SentenceView $words,
    ) {}
}
