<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * A change: when, by whom, what.
 */
#[OA\Schema(required: ['id', 'at', 'person', 'what', 'setup', 'title'])]
final readonly class LogLine
{
    /**
     * @param string $person "" where nobody said who sat there
     * @param string|null $setup id of the setup that it was about, which may be gone
     * @param string|null $title of that setup at the time
     */
    public function __construct(
        #[OA\Property] public string $id,
        #[OA\Property] public string $at,
        #[OA\Property] public string $person,
        #[OA\Property] public string $what,
        #[OA\Property] public ?string $setup,
        #[OA\Property] public ?string $title,
    ) {}
}
