<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * Fewest and most picks of a several. A null side is open.
 */
final readonly class Picks
{
    public function __construct(public int $min = 0, public ?int $max = null) {}
}
