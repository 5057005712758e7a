<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing that was read, and where it stood.
 */
#[OA\Schema(required: ['at', 'from', 'isGuess'])]
final readonly class Reading
{
    public function __construct(
        #[OA\Property(description: 'JSON Pointer into the draft')] public string $at,
        #[OA\Property(description: 'place in the source, in words')] public string $from,
        #[OA\Property] public bool $isGuess,
    ) {}
}
