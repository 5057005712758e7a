<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Each option answered, hidden, and shown again: it comes back without the old answer.
 */
final class HiddenAndShown implements Rule
{
    public function words(): string
    {
        return 'options hidden and shown again';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $count = 0;
        foreach ($maker->reach->setup->options as $option) {
            if (null !== $option->shownWhen && Kind::Note !== $option->kind && ++$count <= CheckMaker::MOST_OF_A_KIND) {
                yield from $this->again($maker, $option);
            }
        }
    }

    /**
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function again(CheckMaker $maker, Option $option): iterable
    {
        $found = null === $option->shownWhen ? null : $maker->switchBack($option, null, $option->shownWhen);
        if (null === $found) {
            return;
        }
        [$state, $trigger, $answer] = $found;
        $before = $state->answers[$trigger->index] ?? null;
        $clicks = $maker->steps->between($maker->steps->opening(), $state);
        if (
            null === $clicks ||
            $state->answers[$option->index] === ($maker->steps->opening()->answers[$option->index] ?? null)
        ) {
            return;
        }
        $hidden = $maker->steps->click($state, $trigger->index, $answer);
        $shown = $maker->steps->click($hidden, $trigger->index, $before);
        if (!$maker->page->isShown($option, $shown)) {
            return;
        }
        array_push($clicks, $maker->steps->step($trigger, $answer), $maker->steps->step($trigger, $before));
        $check = $maker->any(
            Purpose::SwitchBack,
            sprintf('%s answered, hidden and shown again by %s', $option->name(), $trigger->name()),
            [$option->at . '/shownWhen'],
            $shown,
            $option->code,
            null,
            $clicks,
        );
        // A refusal for another reason would not tell whether the old answer is gone.
        if (null !== $check && ($check->accepted || $option->code === $check->field)) {
            yield $check;
        }
    }
}
