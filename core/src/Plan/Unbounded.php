<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * A budget that ends nothing.
 */
final class Unbounded implements Budget
{
    public function spend(\Closure $part): bool
    {
        $part();

        return true;
    }
}
