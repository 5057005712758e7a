<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * Texts that fit the pattern of an option, instead of those given before.
 */
#[OA\Schema(required: ['option', 'texts'])]
final readonly class SamplesGiven
{
    /**
     * @param list<string> $texts
     */
    public function __construct(
        #[OA\Property(description: 'code')] public string $option,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] #[Assert\Count(max: 20)] #[
            Assert\All([new Assert\Length(max: 5000)]),
        ]
        public array $texts,
    ) {}
}
