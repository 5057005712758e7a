<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A draft of a setup document, with where each thing was read and what was left.
 */
#[OA\Schema(required: ['text', 'read', 'left'])]
final readonly class DraftView
{
    /**
     * @param list<Reading> $read
     * @param list<LeftOver> $left
     */
    public function __construct(
        #[OA\Property(description: 'the document')] public string $text,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/Reading'))] public array $read,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/LeftOver'))] public array $left,
    ) {}
}
