<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A picture's file; or the address of a folder of the shop, from which those that are missing are fetched.
 */
#[OA\Schema]
final readonly class PictureGiven
{
    public function __construct(
        #[OA\Property(description: 'of the file')] #[Assert\Length(max: 300)] public string $name = '',
        #[OA\Property(description: 'the bytes of the file, base64', nullable: true)] public ?string $base64 = null,
        #[OA\Property(nullable: true)] #[Assert\Length(max: 2000)] public ?string $address = null,
    ) {}
}
