<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;

/**
 * Each required answer left out, on both routes.
 */
final class LeftOut implements Rule
{
    public function words(): string
    {
        return 'each required answer left out';
    }

    public function checks(CheckMaker $maker): iterable
    {
        foreach ($maker->reach->setup->options as $option) {
            if (!$option->required || Kind::Note === $option->kind) {
                continue;
            }
            foreach ($maker->states as $state) {
                if (!$state->has($option->index)) {
                    continue;
                }
                $without = $maker->steps->click($state, $option->index, null);
                $clicks = $maker->steps->between($maker->steps->opening(), $without);
                if ($without->has($option->index) || null === $clicks) {
                    continue;
                }
                yield $maker->refused(
                    Purpose::Required,
                    sprintf('%s left out', $option->name()),
                    [$option->at . '/required'],
                    $clicks,
                    $option->code,
                );
                yield $maker->refused(
                    Purpose::Required,
                    sprintf('%s left out, by the express route', $option->name()),
                    [$option->at . '/required'],
                    $clicks,
                    $option->code,
                    'express',
                );
                break;
            }
        }
    }
}
