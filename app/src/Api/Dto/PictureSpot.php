<?php

declare(strict_types=1);

namespace Ithrel\App\Api\Dto;

use OpenApi\Attributes as OA;

/**
 * Something on a picture that can be pointed at.
 */
#[OA\Schema(required: ['at', 'control', 'button', 'within', 'box', 'text'])]
final readonly class PictureSpot
{
    /**
     * @param string $at signature on the page
     * @param string|null $control key of the control that it is
     * @param string|null $button key of the button that it is
     * @param string|null $within signature within the first line of a cart
     * @param list<int> $box left, top, width, height
     */
    public function __construct(
        #[OA\Property] public string $at,
        #[OA\Property] public ?string $control,
        #[OA\Property] public ?string $button,
        #[OA\Property] public ?string $within,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'integer'))] public array $box,
        #[OA\Property] public string $text,
    ) {}
}
