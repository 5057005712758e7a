<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class AnyForAll extends Fault
{
    public static function line(): string
    {
        return 'Where all parts of a condition have to hold, any will do.';
    }

    public static function family(): string
    {
        return 'condition';
    }

    public function combine(string $how): string
    {
        return 'any';
    }
}
