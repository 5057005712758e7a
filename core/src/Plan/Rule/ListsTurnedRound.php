<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;

/**
 * Several picks sent in another order than the setup's: taken, and carried in the setup's order.
 */
final class ListsTurnedRound implements Rule
{
    public function words(): string
    {
        return 'picks sent in another order';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->states as $state) {
            $sent = $maker->sent($state);
            $places = [];
            foreach ($maker->reach->setup->options as $option) {
                if (count($state->picked($option->index)) > 1 && is_array($sent[$option->code] ?? null)) {
                    $sent[$option->code] = array_reverse($sent[$option->code]);
                    $places[] = $option->at;
                }
            }
            $check =
                [] === $places
                    ? null
                    : $maker->sale(Purpose::PastThePage, 'the same picks, sent in another order', $places, $state);
            if (null !== $check) {
                yield $check->sentAs($sent);

                return;
            }
        }
    }
}
