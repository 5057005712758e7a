<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A file that a check gives, made for it.
 */
#[OA\Schema(required: ['name', 'address'])]
final readonly class FileOffer
{
    public function __construct(
        #[OA\Property] public string $name,
        #[
            OA\Property(description: 'Path of the application that makes it, with exactly its type, bytes and pixels.'),
        ]
        public string $address,
    ) {}
}
