<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * One thing that somebody has to look at before launch.
 */
#[OA\Schema(required: ['kind', 'code', 'at', 'words', 'forbids', 'known', 'isForLeads', 'lapsed'])]
final readonly class GateItemView
{
    public function __construct(
        #[OA\Property(enum: ['finding', 'difference', 'check', 'limit'])] public string $kind,
        #[OA\Property] public string $code,
        #[OA\Property(description: 'JSON Pointer; empty where it is of no one place')] public string $at,
        #[OA\Property] public string $words,
        #[OA\Property(description: 'whether it forbids the launch; else it holds it')] public bool $forbids,
        #[OA\Property(description: 'how it is known again')] public string $known,
        #[OA\Property(description: 'whether a lead has to accept it')] public bool $isForLeads,
        #[OA\Property(description: 'why an acceptance of it no longer holds', nullable: true)] public ?string $lapsed,
    ) {}
}
