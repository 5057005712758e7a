<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class OrderDataInCart extends Fault
{
    public static function line(): string
    {
        return 'What is meant for the order alone is shown in the cart.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function dataStages(array $stages): array
    {
        return ['cart', ...$stages];
    }
}
