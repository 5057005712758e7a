<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;

/**
 * The package that a piece is sent in.
 */
final readonly class PackageSize
{
    public function __construct(
        public BigDecimal $length,
        public BigDecimal $width,
        public BigDecimal $height,
        public string $unit,
    ) {}
}
