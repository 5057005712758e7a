<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * What a draft is made of: files, pasted cells, or the address of a page; all of them make one document.
 */
#[OA\Schema(required: ['sources'])]
final readonly class DraftWanted
{
    /**
     * @param list<DraftFile> $sources
     */
    public function __construct(
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/DraftFile'))] #[
            Assert\Count(min: 1, max: 10, minMessage: 'A draft is made of something: a file, cells or an address.'),
        ]
        #[Assert\Valid] public array $sources,
        #[OA\Property(description: 'ISO 4217; where no source names one', nullable: true)] #[
            Assert\Regex('/^[A-Z]{3}$/D', message: 'A code of ISO 4217 was expected, such as EUR.'),
        ]
        public ?string $currency = null,
    ) {}
}
