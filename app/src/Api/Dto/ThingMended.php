<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * Where one thing of a map stands, as a person says.
 */
#[OA\Schema(required: ['what', 'key'])]
final readonly class ThingMended
{
    /**
     * @param string $what its name in the map
     * @param string|null $key key of a control or button, or a signature; null: nowhere
     */
    public function __construct(
        #[Assert\Length(max: 200)] #[OA\Property] public string $what,
        #[Assert\Length(max: 1000, maxMessage: 'A place has 1000 characters at most.')] #[
            OA\Property,
        ]
        public ?string $key,
    ) {}
}
