<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Brick\Math\BigDecimal;
use Ithrel\Shop\Fault;

final class StepFromZero extends Fault
{
    public static function line(): string
    {
        return 'Steps are counted from zero instead of from the least.';
    }

    public static function family(): string
    {
        return 'limit';
    }

    public function stepBase(BigDecimal $base): BigDecimal
    {
        return BigDecimal::zero();
    }
}
