<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * The page of an item, to be mapped.
 */
#[OA\Schema(required: ['address'])]
final readonly class NewItemPage
{
    public function __construct(
        #[Assert\Length(max: 2000, maxMessage: 'An address has 2000 characters at most.')] #[
            OA\Property,
        ]
        public string $address,
    ) {}
}
