<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use Ithrel\Core\Gate\Acceptance;
use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * That somebody accepts an open item of the gate.
 */
#[OA\Schema(required: ['known', 'by', 'role', 'why'])]
final readonly class Accepting
{
    public function __construct(
        #[OA\Property(description: 'how the item is known again')] #[Assert\NotBlank] public string $known,
        #[OA\Property] #[Assert\NotBlank(message: 'Who accepts it?', normalizer: 'trim')] #[
            Assert\Length(max: 200),
        ]
        public string $by,
        #[OA\Property(enum: ['lead', 'tester'])] #[
            Assert\Choice([Acceptance::LEAD, Acceptance::TESTER]),
        ]
        public string $role,
        #[OA\Property] #[Assert\NotBlank(message: 'Why is it accepted?', normalizer: 'trim')] #[
            Assert\Length(max: 2000),
        ]
        public string $why,
        #[OA\Property(description: 'last day on which it holds; null: until its place changes', nullable: true)] #[
            Assert\Date(message: 'A date was expected.'),
        ]
        public ?string $until = null,
    ) {}
}
