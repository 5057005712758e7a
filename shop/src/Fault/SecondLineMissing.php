<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class SecondLineMissing extends Fault
{
    public static function line(): string
    {
        return 'A part that makes a line of its own is left out of the cart.';
    }

    public static function family(): string
    {
        return 'cart';
    }

    public function ownLines(array $lines): array
    {
        return [];
    }
}
