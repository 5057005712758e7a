<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A shop by name: where it is, what may be done there, and how much it takes.
 */
#[OA\Schema(required: ['id', 'name', 'host', 'hosts', 'orders', 'pause', 'ceilings', 'etag'])]
final readonly class ShopTold
{
    /**
     * @param list<string> $hosts further hosts that may be visited
     * @param int $pause milliseconds between two checks
     * @param \stdClass $ceilings most options, values, rows, characters
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $name,
        #[OA\Property] public string $host,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $hosts,
        #[OA\Property] public bool $orders,
        #[OA\Property] public int $pause,
        #[
            OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')),
        ]
        public \stdClass $ceilings,
        #[OA\Property(description: 'If-Match, when it is changed')] public string $etag,
    ) {}
}
