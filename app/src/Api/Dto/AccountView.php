<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Somebody of the team.
 */
#[OA\Schema(required: ['name', 'role', 'createdAt', 'etag'])]
final readonly class AccountView
{
    public function __construct(
        #[OA\Property] public string $name,
        #[OA\Property(enum: ['reader', 'tester', 'lead'])] public string $role,
        #[OA\Property] public string $createdAt,
        #[OA\Property(description: 'If-Match, when it is changed')] public string $etag,
    ) {}
}
