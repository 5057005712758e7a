<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * What may be spent on making a plan. A plan that cannot be whole within it says what it left out.
 */
interface Budget
{
    /**
     * Does a part of the work, as far as the budget goes.
     *
     * @param \Closure(): void $part may be broken off anywhere
     *
     * @return bool whether it was done
     */
    public function spend(\Closure $part): bool;
}
