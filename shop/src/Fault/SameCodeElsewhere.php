<?php

declare(strict_types=1);

namespace Ithrel\Shop\Fault;

use Ithrel\Shop\Fault;

final class SameCodeElsewhere extends Fault
{
    public static function line(): string
    {
        return 'A condition is met by a value of the same code in another option, whatever its case.';
    }

    public static function family(): string
    {
        return 'condition';
    }

    public function matches(bool $match, array $wanted, string $option, array $answers): bool
    {
        foreach ($answers as $answer) {
            foreach (is_array($answer) ? $answer : [$answer] as $given) {
                if (is_string($given) && in_array(strtolower($given), array_map(strtolower(...), $wanted), true)) {
                    return true;
                }
            }
        }

        return $match;
    }
}
