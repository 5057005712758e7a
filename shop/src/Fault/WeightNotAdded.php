<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Brick\Math\BigDecimal;
use Ithrel\Shop\Fault;

final class WeightNotAdded extends Fault
{
    public static function line(): string
    {
        return 'The weight of values and parts is not added.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function weight(BigDecimal $weight, BigDecimal $more): BigDecimal
    {
        return $weight;
    }
}
