<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * Where a setup is rehearsed: the page of the item in a shop, or nothing for the rehearsal shop, with faults of it.
 */
#[OA\Schema(required: ['address'])]
final readonly class NewRehearsal
{
    /**
     * @param list<string> $faults
     */
    public function __construct(
        #[Assert\Length(max: 2000, maxMessage: 'An address has 2000 characters at most.')] #[
            OA\Property,
        ]
        public string $address,
        #[
            Assert\All([
                new Assert\NotNull(message: 'This is no name of a fault.'),
                new Assert\Regex('/^[a-z-]{1,60}$/D', message: 'This is no name of a fault.'),
            ]),
        ]
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $faults = [],
        #[Assert\Length(max: 26)] #[
            OA\Property(description: 'A mapped page, which is tried in a browser; its address counts then.'),
        ]
        public ?string $page = null,
        #[
            OA\Property(description: 'Checks that did and expected the same in an earlier run there are carried over.'),
        ]
        public bool $carry = false,
    ) {}
}
