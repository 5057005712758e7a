<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class LengthOffByOne extends Fault
{
    public static function line(): string
    {
        return 'A text may be one character longer than its limit.';
    }

    public static function family(): string
    {
        return 'limit';
    }

    public function longest(int $max): int
    {
        return $max + 1;
    }
}
