<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class RoundsEachEffect extends Fault
{
    public static function line(): string
    {
        return 'Every amount is rounded by itself, not the price at the end.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function rounding(string $at): string
    {
        return 'effect';
    }
}
