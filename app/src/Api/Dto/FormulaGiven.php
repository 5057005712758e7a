<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * A formula as it is being written, and figures to try it with.
 */
#[OA\Schema(required: ['text', 'expr', 'figures'])]
final readonly class FormulaGiven
{
    /**
     * @param array<string, string> $figures
     */
    public function __construct(
        #[OA\Property(description: 'the document')] public string $text,
        #[OA\Property] #[Assert\Length(max: 20000)] public string $expr,
        #[
            OA\Property(
                description: 'by name; a name that is left out has the figure that is proposed for it',
                type: 'object',
                additionalProperties: new OA\AdditionalProperties(type: 'string'),
            ),
        ]
        #[Assert\All([new Assert\Type('string')])] public array $figures,
    ) {}
}
