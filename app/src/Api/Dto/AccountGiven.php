<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * An account as a lead makes or changes it; what is null stays as it is.
 */
#[OA\Schema(required: ['name'])]
final readonly class AccountGiven
{
    public function __construct(
        #[Assert\Length(max: 200)] #[OA\Property] public string $name,
        #[Assert\Choice(choices: ['reader', 'tester', 'lead'], message: 'A role is reader, tester or lead.')] #[
            OA\Property(enum: ['reader', 'tester', 'lead']),
        ]
        public ?string $role = null,
        #[OA\Property] public ?string $password = null,
    ) {}
}
