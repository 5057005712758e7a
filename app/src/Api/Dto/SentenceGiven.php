<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A condition as a sentence, about the options of a document.
 */
#[OA\Schema(required: ['text', 'words'])]
final readonly class SentenceGiven
{
    public function __construct(
        #[OA\Property(description: 'the document')] public string $text,
        #[OA\Property] #[Assert\Length(max: 5000)] public string $words,
    ) {}
}
