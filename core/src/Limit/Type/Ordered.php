<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\Input;

/**
 * A kind of input whose answers are before and after one another, so that conditions can ask for bounds.
 */
interface Ordered extends InputType
{
    /**
     * The least input between two bounds, each of which counts or does not; of days that have no beginning, one near
     * today.
     */
    public function between(?BigDecimal $low, bool $lowIn, ?BigDecimal $high, bool $highIn, int $today): ?Input;

    /** The input that stands at a bound. */
    public function at(BigDecimal $bound): Input;

    /** From one input to the next, as far as the limits say. */
    public function step(): BigDecimal;
}
