<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * Somebody's own password, as it is and as it shall be.
 */
#[OA\Schema(required: ['old', 'new'])]
final readonly class PasswordGiven
{
    public function __construct(
        #[Assert\Length(max: 1000)] #[OA\Property] public string $old,
        #[Assert\Length(max: 1000)] #[OA\Property] public string $new,
    ) {}
}
