<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Brick\Math\BigDecimal;
use Ithrel\Shop\Fault;

final class SignTurned extends Fault
{
    public static function line(): string
    {
        return 'Discounts are added instead of taken away.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function amount(BigDecimal $amount): BigDecimal
    {
        return $amount->abs();
    }
}
