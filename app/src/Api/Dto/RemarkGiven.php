<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * What is written at a place, or as an answer.
 */
#[OA\Schema(required: ['text'])]
final readonly class RemarkGiven
{
    /**
     * @param string $about by which its place is known again
     * @param string $at JSON Pointer
     * @param string $words what it is about, as one reads it
     * @param string|null $to the remark that it answers; its place counts then
     */
    public function __construct(
        #[Assert\NotBlank(normalizer: 'trim', message: 'There is nothing written.')] #[
            Assert\Length(max: 4_000, maxMessage: 'A remark has 4 000 characters at most.'),
        ]
        #[OA\Property] public string $text,
        #[Assert\Length(max: 500)] #[OA\Property] public string $about = '',
        #[Assert\Length(max: 500)] #[OA\Property] public string $at = '',
        #[Assert\Length(max: 1_000)] #[OA\Property] public string $words = '',
        #[Assert\Length(max: 26)] #[OA\Property] public ?string $to = null,
        #[Assert\Length(max: 200)] #[OA\Property] public string $by = '',
    ) {}
}
