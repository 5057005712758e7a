<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Of charges that ask nothing but the answer beside which they stand; they set no base unless they say so.
 */
trait HangsOnNothingElse
{
    public function setsBase(): ?BigDecimal
    {
        return null;
    }

    public function asksBase(): bool
    {
        return false;
    }

    public function asksRunning(): bool
    {
        return false;
    }

    public function asksOptions(): array
    {
        return [];
    }
}
