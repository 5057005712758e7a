<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Work\Bounds;
use Ithrel\App\Work\OutOfBounds;
use Ithrel\Core\Plan\Budget;

/**
 * Time for a plan: each part may take half of what is left, so that one that is too large leaves something to the rest.
 */
final class TimeForPlan implements Budget
{
    private readonly int $end;

    public function __construct(int $seconds)
    {
        $this->end = time() + $seconds;
    }

    public function spend(\Closure $part): bool
    {
        $left = $this->end - time();
        if ($left <= 0) {
            return false;
        }
        try {
            Bounds::within(max(1, intdiv($left + 1, 2)), $part);

            return true;
        } catch (OutOfBounds $e) {
            // Bounds around this one are for whoever set them.
            if (time() > $this->end + 1) {
                throw $e;
            }

            return false;
        }
    }
}
