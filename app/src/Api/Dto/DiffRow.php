<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A combination that one of two has, or that costs something else in the other.
 */
#[OA\Schema(required: ['words', 'pins', 'line', 'why', 'old', 'new'])]
final readonly class DiffRow
{
    /**
     * @param list<string> $pins
     */
    public function __construct(
        #[OA\Property] public string $words,
        #[
            OA\Property(
                description: 'choices as "option=value", where the new setup can show it',
                type: 'array',
                items: new OA\Items(type: 'string'),
            ),
        ]
        public array $pins,
        #[OA\Property(description: 'of a list', nullable: true)] public ?int $line,
        #[
            OA\Property(description: 'why a combination of a list cannot be selected', nullable: true),
        ]
        public ?string $why,
        #[OA\Property(nullable: true)] public ?string $old,
        #[OA\Property(nullable: true)] public ?string $new,
    ) {}
}
