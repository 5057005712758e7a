<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\PairCover;
use Ithrel\Core\Plan\PickedWords;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * Every value, and each two values that can meet, bought once: by form and by express, with optional inputs filled and
 * left empty, one piece and more.
 */
final class Pairs implements Rule
{
    /** Known once it was found. */
    public ?PairCover $cover = null;

    public function words(): string
    {
        return 'each two values that can meet';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $this->cover = new PairCover($maker->reach);
        $rule = $maker->rule();
        $more = $rule->min + $rule->step;
        foreach ($this->cover->combinations as $i => $choices) {
            // Every other one with optional inputs left empty, so that both are met.
            $state = (0 === $i % 2 ? $maker->filled : $maker->sparse)->first($choices);
            if (null === $state) {
                continue;
            }
            $maker->states[] = $state;
            $check = $maker->sale(
                Purpose::Pairs,
                PickedWords::of($maker->reach->setup, $state),
                [],
                $state,
                1 === $i % 3 && $rule->allows($more) ? $more : $rule->min,
                2 === $i % 4 ? 'express' : 'form',
            );
            if (null !== $check) {
                yield $check;
            }
        }
    }
}
