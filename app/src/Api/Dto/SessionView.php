<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Whether one has to sign in, and who has.
 */
#[OA\Schema(required: ['needed', 'name', 'role'])]
final readonly class SessionView
{
    /**
     * @param string|null $name null: nobody is signed in
     */
    public function __construct(
        #[OA\Property] public bool $needed,
        #[OA\Property] public ?string $name,
        #[OA\Property(enum: ['reader', 'tester', 'lead'])] public ?string $role,
    ) {}
}
