<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Each answer that may be left out, left out and taken, where no combination of the cover leaves it out already.
 */
final class OptionalLeftOut implements Rule
{
    public function words(): string
    {
        return 'each optional answer left out';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->reach->setup->options as $option) {
            if ($option->required || Kind::Note === $option->kind || $this->isMet($maker, $option)) {
                continue;
            }
            foreach ($maker->states as $state) {
                if (!$state->has($option->index)) {
                    continue;
                }
                $without = $maker->steps->click($state, $option->index, null);
                $check = $without->has($option->index)
                    ? null
                    : $maker->sale(
                        Purpose::LeftEmpty,
                        sprintf('%s left empty', $option->name()),
                        [$option->at . '/required'],
                        $without,
                    );
                if (null !== $check) {
                    yield $check;
                    break;
                }
            }
        }
    }

    private function isMet(CheckMaker $maker, Option $option): bool
    {
        foreach ($maker->states as $state) {
            if (!$state->has($option->index) && $maker->page->isShown($option, $state)) {
                return true;
            }
        }

        return false;
    }
}
