<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\View;

/**
 * A picture of the item on which texts and files of the shopper are placed.
 */
final readonly class View
{
    /**
     * @param string $at JSON Pointer of the view
     * @param int|null $width pixels of the picture; null where they are not told
     * @param list<ViewPlace> $places
     */
    public function __construct(
        public string $at,
        public string $code,
        public string $label,
        public ?string $image,
        public ?int $width,
        public ?int $height,
        public array $places,
    ) {}
}
