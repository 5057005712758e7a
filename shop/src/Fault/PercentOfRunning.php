<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class PercentOfRunning extends Fault
{
    public static function line(): string
    {
        return 'A percentage of the base is taken of the running total.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function percentOf(string $of): string
    {
        return 'base' === $of ? 'running' : $of;
    }
}
