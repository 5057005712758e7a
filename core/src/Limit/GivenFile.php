<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * A file as the shopper gives it; what is null was not said.
 */
final readonly class GivenFile
{
    public function __construct(
        public string $name,
        public ?string $type = null,
        public ?int $bytes = null,
        public ?int $width = null,
        public ?int $height = null,
    ) {}
}
