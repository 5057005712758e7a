<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A document as text, as it was dropped, picked or pasted.
 */
#[OA\Schema(required: ['text'])]
final readonly class DocumentText
{
    public function __construct(#[OA\Property] public string $text) {}
}
