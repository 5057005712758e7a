<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Two required answers left out at once, on both routes: a shop may name either, but it must not take it.
 */
final class SeveralProblems implements Rule
{
    public function words(): string
    {
        return 'two problems at once';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->states as $state) {
            $required = array_values(array_filter($maker->reach->setup->options, static fn (Option $o): bool => $o->required && Kind::Note !== $o->kind && $state->has($o->index)));
            // From the last: what others hang on stands before them.
            foreach (array_reverse($required) as $i => $second) {
                foreach (array_slice(array_reverse($required), $i + 1) as $first) {
                    $without = $maker->steps->click($maker->steps->click($state, $second->index, null), $first->index, null);
                    $clicks = $maker->steps->between($maker->steps->opening(), $without);
                    if (null === $clicks || !$this->lacksBoth($maker, $without, $first, $second)) {
                        continue;
                    }
                    $about = sprintf('%s and %s left out', $first->name(), $second->name());
                    foreach (['form' => $about, 'express' => $about.', by the express route'] as $route => $words) {
                        yield $maker->refused(Purpose::Required, $words, [$first->at.'/required', $second->at.'/required'], $clicks, null, $route);
                    }

                    return;
                }
            }
        }
    }

    private function lacksBoth(CheckMaker $maker, State $without, Option $first, Option $second): bool
    {
        return !$without->has($first->index) && !$without->has($second->index) && $maker->page->isShown($first, $without) && $maker->page->isShown($second, $without);
    }
}
