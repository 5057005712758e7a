<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A finding with its place.
 */
#[OA\Schema(required: ['code', 'severity', 'at', 'message', 'detail'])]
final readonly class FindingView
{
    /**
     * @param array<string, mixed> $detail
     */
    public function __construct(
        #[OA\Property] public string $code,
        #[OA\Property(enum: ['blocker', 'warning', 'note'])] public string $severity,
        #[OA\Property] public string $at,
        #[OA\Property] public string $message,
        #[OA\Property(type: 'object', additionalProperties: true)] public array $detail,
    ) {}
}
