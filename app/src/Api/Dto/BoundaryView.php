<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * The boundary sheet of an option, or of the quantity.
 */
#[OA\Schema(required: ['option', 'at', 'label', 'kind', 'required', 'when', 'example', 'marked', 'field', 'attributes', 'rows', 'left'])]
final readonly class BoundaryView
{
    /**
     * @param array<string, string> $attributes
     * @param list<BoundaryLine>    $rows
     * @param list<string>          $left
     */
    public function __construct(
        #[OA\Property(description: 'code; null for the quantity', nullable: true)]
        public ?string $option,
        #[OA\Property]
        public string $at,
        #[OA\Property]
        public string $label,
        #[OA\Property]
        public string $kind,
        #[OA\Property(enum: ['always', 'sometimes', 'never'])]
        public string $required,
        #[OA\Property(nullable: true)]
        public ?string $when,
        #[OA\Property(description: 'the fewest choices under which it is required, in words', nullable: true)]
        public ?string $example,
        #[OA\Property(description: 'whether the shopper reads that it is required')]
        public bool $marked,
        #[OA\Property(description: 'input type, or "textarea", of a field with these limits; null where nothing is typed', nullable: true)]
        public ?string $field,
        #[OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'string'))]
        public array $attributes,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/BoundaryLine'))]
        public array $rows,
        #[OA\Property(description: 'edges for which no answer could be made, and why', type: 'array', items: new OA\Items(type: 'string'))]
        public array $left,
    ) {
    }
}
