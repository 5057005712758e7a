<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A price sheet as text: CSV, or cells as a spreadsheet pastes them.
 */
#[OA\Schema(required: ['text'])]
final readonly class SheetText
{
    public function __construct(
        #[Assert\Length(max: 8_000_000, maxMessage: 'The sheet is larger than 8 MB.')] #[
            OA\Property,
        ]
        public string $text,
    ) {}
}
