<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * What is said of a shop.
 */
#[OA\Schema(required: ['name', 'hosts', 'orders', 'pause', 'ceilings'])]
final readonly class ShopGiven
{
    /**
     * @param list<string> $hosts further hosts that may be visited
     * @param int $pause milliseconds between two checks
     * @param array<string, int> $ceilings options, values, rows, characters
     */
    public function __construct(
        #[Assert\NotBlank(message: 'A shop has a name.')] #[
            Assert\Length(max: 200, maxMessage: 'A name has 200 characters at most.'),
        ]
        #[OA\Property] public string $name,
        #[
            Assert\All([
                new Assert\Regex(
                    '/^[a-z0-9.\-\[\]:]{1,260}$/D',
                    message: 'A host is a name, with a colon and a port where it has one.',
                ),
            ]),
        ]
        #[Assert\Count(max: 20)] #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $hosts,
        #[OA\Property] public bool $orders,
        #[Assert\Range(min: 0, max: 60_000, notInRangeMessage: 'A pause is at most a minute.')] #[
            OA\Property,
        ]
        public int $pause,
        #[
            Assert\Collection(
                fields: [
                    'options' => new Assert\Optional([new Assert\PositiveOrZero()]),
                    'values' => new Assert\Optional([new Assert\PositiveOrZero()]),
                    'rows' => new Assert\Optional([new Assert\PositiveOrZero()]),
                    'characters' => new Assert\Optional([new Assert\PositiveOrZero()]),
                ],
            ),
        ]
        #[
            OA\Property(type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer')),
        ]
        public array $ceilings,
    ) {}
}
