<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Brick\Math\BigDecimal;
use Ithrel\Shop\Fault;

final class FloorDropped extends Fault
{
    public static function line(): string
    {
        return 'The floor of a formula is not kept.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function floor(?BigDecimal $min): ?BigDecimal
    {
        return null;
    }
}
