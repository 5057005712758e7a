<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\PickedWords;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Reach\Listing;

/**
 * Combinations from all over the list, where a cover of pairs was more than could be worked out.
 */
final class SomeCombinations implements Rule
{
    private const COMBINATIONS = 12;

    public function words(): string
    {
        return 'some combinations';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $selectable = $maker->reach->selectable();
        $listing = new Listing($maker->reach);
        for ($i = 0; $i < self::COMBINATIONS; ++$i) {
            $from = gmp_div_q(gmp_mul($selectable, $i), self::COMBINATIONS);
            foreach ($listing->from($from, 1) as $choices) {
                $state = (0 === $i % 2 ? $maker->filled : $maker->sparse)->first($choices);
                if (null === $state) {
                    continue;
                }
                $maker->states[] = $state;
                $check = $maker->sale(Purpose::Pairs, PickedWords::of($maker->reach->setup, $state), [], $state);
                if (null !== $check) {
                    yield $check;
                }
            }
        }
    }
}
