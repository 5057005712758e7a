<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * An answer to a remark.
 */
#[OA\Schema(required: ['person', 'text', 'writtenAt'])]
final readonly class RemarkAnswer
{
    public function __construct(
        #[OA\Property] public string $person,
        #[OA\Property] public string $text,
        #[OA\Property] public string $writtenAt,
    ) {}
}
