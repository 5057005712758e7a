<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * How many may be bought in one line: whole numbers from min to max, in steps that count from min.
 */
final readonly class QuantityRule
{
    public function __construct(public int $min = 1, public ?int $max = null, public int $step = 1) {}

    public function allows(int $quantity): bool
    {
        return $quantity >= $this->min &&
            (null === $this->max || $quantity <= $this->max) &&
            0 === ($quantity - $this->min) % $this->step;
    }
}
