<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Two documents as texts.
 */
#[OA\Schema(required: ['old', 'new'])]
final readonly class TwoTexts
{
    public function __construct(#[OA\Property] public string $old, #[OA\Property] public string $new) {}
}
