<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * Two different choices in one cart stay two lines.
 */
final class TwoLines implements Rule
{
    public function words(): string
    {
        return 'two lines in one cart';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach (array_slice($maker->states, 1) as $second) {
            $check = $maker->twoSales(
                Purpose::TwoLines,
                'two different choices stay two lines',
                ['/item'],
                $maker->states[0],
                $second,
            );
            if (null !== $check) {
                yield $check;

                return;
            }
        }
    }
}
