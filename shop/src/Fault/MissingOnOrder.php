<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class MissingOnOrder extends Fault
{
    public static function line(): string
    {
        return 'The first answer is left off the order.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function entries(array $entries, string $stage): array
    {
        return 'order' === $stage ? array_slice($entries, 1) : $entries;
    }
}
