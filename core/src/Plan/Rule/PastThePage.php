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
 * What the page keeps from being given in one state and not in another, sent past it: a value whose condition does not
 * hold there, and an answer to an option that is hidden there. The first of each by the express route too.
 */
final class PastThePage implements Rule
{
    /** @var array<string, true> what was already sent by express */
    private array $express = [];

    public function words(): string
    {
        return 'what the page does not offer, sent past it';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $count = 0;
        foreach ($maker->reach->setup->options as $option) {
            if (null !== $option->shownWhen && Kind::Note !== $option->kind && ++$count <= CheckMaker::MOST_OF_A_KIND) {
                yield from $this->hidden($maker, $option);
            }
            // One value an option: its condition is looked at by other rules, here the shop's own checking.
            foreach ($option->values as $value) {
                if (
                    null !== $value->allowedWhen &&
                    !$value->hidden &&
                    ++$count <= CheckMaker::MOST_OF_A_KIND &&
                    $this->isMet($maker, $option, $value->index)
                ) {
                    yield from $this->notAllowed($maker, $option, $value->index);
                    break;
                }
            }
        }
    }

    private function isMet(CheckMaker $maker, Option $option, int $value): bool
    {
        foreach ($maker->states as $state) {
            if (in_array($value, $state->picked($option->index), true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function notAllowed(CheckMaker $maker, Option $option, int $value): iterable
    {
        foreach ($maker->states as $state) {
            if (
                !$maker->page->isShown($option, $state) ||
                in_array($value, $maker->page->allowed($option, $state), true)
            ) {
                continue;
            }
            $code = $option->values[$value]->code;
            $sent = [$option->code => Kind::Several === $option->kind ? [$code] : $code] + $maker->sent($state);
            yield from $this->sent(
                $maker,
                $state,
                $sent,
                $option,
                sprintf('%s, sent where it is not allowed', $maker->name($option, $value)),
                $option->values[$value]->at . '/allowedWhen',
                'value',
            );

            return;
        }
    }

    /**
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function hidden(CheckMaker $maker, Option $option): iterable
    {
        $answer = null;
        foreach ($maker->states as $state) {
            $answer ??= $state->has($option->index) ? $maker->sent($state)[$option->code] : null;
        }
        foreach (null === $answer ? [] : $maker->states as $state) {
            if (!$maker->page->isShown($option, $state)) {
                yield from $this->sent(
                    $maker,
                    $state,
                    [$option->code => $answer] + $maker->sent($state),
                    $option,
                    sprintf('%s, sent where it is hidden', $option->name()),
                    $option->at . '/shownWhen',
                    'option',
                );

                return;
            }
        }
    }

    /**
     * @param array<string, mixed> $sent
     *
     * @return iterable<\Ithrel\Core\Plan\Check>
     */
    private function sent(
        CheckMaker $maker,
        State $state,
        array $sent,
        Option $option,
        string $about,
        string $place,
        string $kind,
    ): iterable {
        $clicks = $maker->steps->between($maker->steps->opening(), $state);
        if (null === $clicks) {
            return;
        }
        yield $maker->refused(Purpose::PastThePage, $about, [$place], $clicks, $option->code, 'form', $sent);
        if (!isset($this->express[$kind])) {
            $this->express[$kind] = true;
            yield $maker->refused(
                Purpose::PastThePage,
                $about . ', by the express route',
                [$place],
                $clicks,
                $option->code,
                'express',
                $sent,
            );
        }
    }
}
