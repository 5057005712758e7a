<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use Ithrel\Core\Boundary\Tick;
use OpenApi\Attributes as OA;
use Symfony\Component\Validator\Constraints as Assert;

/**
 * What a tester saw at one edge, on one route.
 */
#[OA\Schema(required: ['known', 'route', 'found'])]
final readonly class TickGiven
{
    public function __construct(
        #[OA\Property(description: 'of the row')] #[
            Assert\Regex('/^[0-9a-f]{12}$/D', message: 'This is no row of a boundary sheet.'),
        ]
        public string $known,
        #[OA\Property(enum: ['form', 'express'])] #[Assert\Choice(Tick::ROUTES)] public string $route,
        #[OA\Property(enum: ['taken', 'refused', 'empty'], nullable: true)] #[
            Assert\Choice(Tick::FOUND),
        ]
        public ?string $found,
        #[OA\Property] #[Assert\Length(max: 2000)] public string $note = '',
        #[OA\Property] #[Assert\Length(max: 200)] public string $by = '',
    ) {}
}
