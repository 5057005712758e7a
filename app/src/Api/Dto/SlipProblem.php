<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Why this cannot be bought as it is.
 */
#[OA\Schema(required: ['code', 'option', 'message', 'limit', 'found'])]
final readonly class SlipProblem
{
    public function __construct(
        public string $code,
        public ?string $option,
        public string $message,
        public ?string $limit,
        public ?string $found,
    ) {
    }
}
