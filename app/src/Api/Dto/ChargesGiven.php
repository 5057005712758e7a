<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * Charges in short writing, or as JSON.
 */
#[OA\Schema(required: ['written'])]
final readonly class ChargesGiven
{
    /**
     * @param list<string> $written
     */
    public function __construct(
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] #[Assert\Count(max: 100_000)] #[
            Assert\All([
                new Assert\NotNull(message: 'A text was expected.'),
                new Assert\Type('string', message: 'A text was expected.'),
                new Assert\Length(max: 20_000),
            ]),
        ]
        public array $written,
    ) {}
}
