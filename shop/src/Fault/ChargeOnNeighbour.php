<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Read;

final class ChargeOnNeighbour extends Fault
{
    public static function line(): string
    {
        return 'A value is charged what the one after it costs.';
    }

    public static function family(): string
    {
        return 'price';
    }

    public function charge(mixed $charge, array $option, string $value): mixed
    {
        $values = Read::maps($option, 'values');
        foreach ($values as $i => $own) {
            if (Read::text($own, 'code') === $value && count($values) > 1) {
                return $values[($i + 1) % count($values)]['charge'] ?? null;
            }
        }

        return $charge;
    }
}
