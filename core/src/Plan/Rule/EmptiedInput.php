<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * Each input that costs something, and each that is required, filled and then emptied again.
 */
final class EmptiedInput implements Rule
{
    public function words(): string
    {
        return 'inputs emptied again';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->reach->setup->options as $option) {
            if (!$option->kind->isInput() || (!$option->required && null === $option->charge)) {
                continue;
            }
            foreach ($maker->states as $state) {
                if (!$state->has($option->index)) {
                    continue;
                }
                $after = $maker->steps->click($state, $option->index, null);
                $clicks = $maker->steps->between($maker->steps->opening(), $state);
                if (
                    null === $clicks ||
                    $after->has($option->index) ||
                    (!$option->required && !$maker->isSale($after))
                ) {
                    continue;
                }
                $about = sprintf('%s filled, then emptied again', $option->name());
                $clicks[] = $maker->steps->step($option, null);
                if (null === $option->charge || $option->required) {
                    yield $maker->refused(
                        Purpose::Emptied,
                        $about,
                        [$option->at . '/required'],
                        $clicks,
                        $option->code,
                    );
                } else {
                    yield from array_filter([
                        $maker->sale(Purpose::Emptied, $about, [$option->charge->at], $after, null, 'form', $clicks),
                    ]);
                }
                break;
            }
        }
    }
}
