<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * What values really do to the price.
 */
#[OA\Schema(required: ['why', 'effects', 'currency'])]
final readonly class Effects
{
    /**
     * @param list<EffectView> $effects
     */
    public function __construct(
        #[OA\Property(description: 'why it is not known', nullable: true)] public ?string $why,
        #[
            OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/EffectView')),
        ]
        public array $effects,
        #[OA\Property] public string $currency,
    ) {}
}
