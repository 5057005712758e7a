<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class LinesMerged extends Fault
{
    public static function line(): string
    {
        return 'Two lines of one item become one, whatever was chosen.';
    }

    public static function family(): string
    {
        return 'cart';
    }

    public function merges(bool $same): bool
    {
        return true;
    }
}
