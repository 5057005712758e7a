<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A signature under the verdict of a document.
 */
#[OA\Schema(required: ['by', 'sha256'])]
final readonly class Signing
{
    public function __construct(
        #[OA\Property] #[Assert\NotBlank(message: 'A launch is signed by name.', normalizer: 'trim')] #[
            Assert\Length(max: 200),
        ]
        public string $by,
        #[OA\Property(description: 'of the document whose gate was looked at')] #[
            Assert\Length(exactly: 64),
        ]
        public string $sha256,
    ) {}
}
