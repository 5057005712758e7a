<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * The name under which a setup stands on the shelf.
 */
#[OA\Schema(required: ['title'])]
final readonly class NewTitle
{
    public function __construct(
        #[OA\Property] #[Assert\NotBlank(message: 'A setup needs a name.', normalizer: 'trim')] #[
            Assert\Length(max: 200, maxMessage: 'At most {{ limit }} characters.'),
        ]
        public string $title,
    ) {}
}
