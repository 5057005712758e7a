<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing of a map: where it stands, by what it is known, and what was read there on the way of one sale.
 */
#[OA\Schema(required: ['what', 'words', 'stage', 'key', 'note', 'box', 'reads', 'expected', 'byHand'])]
final readonly class MappedThing
{
    /**
     * @param string $what its name in the map
     * @param string|null $key null: it was not found
     * @param string|null $note how it was found, or why not
     * @param list<int>|null $box left, top, width, height on the stage's picture
     * @param string|null $expected what has to be read there in this state
     */
    public function __construct(
        #[OA\Property] public string $what,
        #[OA\Property] public string $words,
        #[OA\Property(enum: ['page', 'cart', 'checkout', 'order'])] public string $stage,
        #[OA\Property] public ?string $key,
        #[OA\Property] public ?string $note,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'), nullable: true)] public ?array $box,
        #[OA\Property] public ?string $reads,
        #[OA\Property] public ?string $expected,
        #[OA\Property] public bool $byHand,
    ) {}
}
