<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One document that was brought in.
 */
#[OA\Schema(required: ['number', 'sha256', 'createdAt', 'bytes'])]
final readonly class RevisionView
{
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property] public string $sha256,
        #[OA\Property] public string $createdAt,
        #[OA\Property] public int $bytes,
    ) {}
}
