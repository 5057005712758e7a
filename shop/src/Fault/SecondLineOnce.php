<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class SecondLineOnce extends Fault
{
    public static function line(): string
    {
        return 'A part on a line of its own is put in once, whatever the quantity.';
    }

    public static function family(): string
    {
        return 'cart';
    }

    public function ownLines(array $lines): array
    {
        return array_map(
            static fn(array $line): array => ['quantity' => 1, 'lineTotal' => $line['unitPrice']] + $line,
            $lines,
        );
    }
}
