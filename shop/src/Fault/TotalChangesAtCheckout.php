<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Brick\Math\BigDecimal;
use Ithrel\Shop\Fault;

final class TotalChangesAtCheckout extends Fault
{
    public static function line(): string
    {
        return 'The checkout adds one to the total that the cart showed.';
    }

    public static function family(): string
    {
        return 'cart';
    }

    public function stageTotal(?string $total, string $stage): ?string
    {
        return 'checkout' === $stage && null !== $total ? (string) BigDecimal::of($total)->plus(1) : $total;
    }
}
