<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;

/**
 * reach.option-dead: an option that is shown in no complete state.
 * Reported at its root: not where all it asks is dead itself.
 */
final class DeadOptions implements Pass
{
    public function find(Reach $reach): iterable
    {
        if (0 === gmp_sign($reach->selectable())) {
            return;
        }
        $dead = array_fill_keys($reach->deadOptions(), true);
        foreach (array_keys($dead) as $index) {
            $option = $reach->setup->options[$index];
            $on = null === $option->shownWhen ? [] : $reach->board->dependencies->optionsIn($option->shownWhen);
            if ([] !== $on && [] === array_diff_key(array_flip($on), $dead)) {
                continue;
            }
            $asks = implode(', ', array_map(static fn (int $o): string => $reach->setup->options[$o]->name(), $on));
            yield new Finding('reach.option-dead', Severity::Blocker, null === $option->shownWhen ? $option->at : $option->at.'/shownWhen', sprintf('No shopper ever sees %s: its condition%s holds in no form that can be completed. Mend the condition, or take the option out.', $option->name(), '' === $asks ? '' : ' on '.$asks), ['option' => $option->code]);
        }
    }
}
