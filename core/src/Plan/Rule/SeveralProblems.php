<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Two required answers left out at once, on both routes: a shop may name either, but it must not take it.
 */
final class SeveralProblems implements Rule
{
    /** States, and options before the last one, that are looked at. */
    private const STATES = 4;
    private const OPTIONS = 12;

    public function words(): string
    {
        return 'two problems at once';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $any = null;
        foreach ($this->pairs($maker) as $pair) {
            $any ??= $pair;
            // What stands there as the page opens cannot be taken away on many a page.
            if ([] === array_filter($pair[2], static fn(Click $c): bool => null === $c->answer)) {
                $any = $pair;
                break;
            }
        }
        if (null === $any) {
            return;
        }
        [$first, $second, $clicks] = $any;
        $about = sprintf('%s and %s left out', $first->name(), $second->name());
        $places = [$first->at . '/required', $second->at . '/required'];
        yield $maker->refused(Purpose::Required, $about, $places, $clicks, null);
        yield $maker->refused(Purpose::Required, $about . ', by the express route', $places, $clicks, null, 'express');
    }

    /**
     * @return iterable<array{Option, Option, list<Click>}> two required options, and what leads to a state that lacks
     *                                                      both
     */
    private function pairs(CheckMaker $maker): iterable
    {
        foreach (array_slice($maker->states, 0, self::STATES) as $state) {
            $required = array_values(
                array_filter(
                    $maker->reach->setup->options,
                    static fn(Option $o): bool => $o->required && Kind::Note !== $o->kind && $state->has($o->index),
                ),
            );
            // From the last: what others hang on stands before them.
            foreach (array_reverse($required) as $i => $second) {
                foreach (array_slice(array_reverse($required), $i + 1, self::OPTIONS) as $first) {
                    $without = $maker->steps->click(
                        $maker->steps->click($state, $second->index, null),
                        $first->index,
                        null,
                    );
                    $clicks = $this->lacksBoth($maker, $without, $first, $second)
                        ? $maker->steps->between($maker->steps->opening(), $without)
                        : null;
                    if (null !== $clicks) {
                        yield [$first, $second, $clicks];
                    }
                }
            }
        }
    }

    private function lacksBoth(CheckMaker $maker, State $without, Option $first, Option $second): bool
    {
        return !$without->has($first->index) &&
            !$without->has($second->index) &&
            $maker->page->isShown($first, $without) &&
            $maker->page->isShown($second, $without);
    }
}
