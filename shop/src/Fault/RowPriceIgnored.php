<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class RowPriceIgnored extends Fault
{
    public static function line(): string
    {
        return 'The price of the variant row is passed over.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function rowPrice(?array $row): ?array
    {
        return null;
    }
}
