<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;
use Ithrel\Shop\Read;

final class CarriedByCode extends Fault
{
    public static function line(): string
    {
        return 'A value is carried by its code instead of its label.';
    }

    public static function family(): string
    {
        return 'carried';
    }

    public function carried(string $text, array $option, mixed $answer): string
    {
        return in_array(Read::text($option, 'kind'), ['one', 'part'], true) && is_string($answer) ? $answer : $text;
    }
}
