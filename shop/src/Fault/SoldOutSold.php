<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class SoldOutSold extends Fault
{
    public static function line(): string
    {
        return 'The server sells what is sold out.';
    }

    public static function family(): string
    {
        return 'cart';
    }

    public function checksStock(bool $checks): bool
    {
        return false;
    }
}
