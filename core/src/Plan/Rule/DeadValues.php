<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Setup\Kind;

/**
 * Each value that is never offered: not on the page, and refused where it is sent past it, on both routes.
 */
final class DeadValues implements Rule
{
    public function words(): string
    {
        return 'values that cannot be selected';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $count = 0;
        foreach ($maker->reach->deadValues() as ['option' => $o, 'value' => $v, 'offered' => $offered]) {
            $option = $maker->reach->setup->options[$o];
            if ($offered || Kind::Flag === $option->kind || ++$count > CheckMaker::MOST_OF_A_KIND) {
                continue;
            }
            $value = $option->values[$v];
            foreach ($maker->states as $state) {
                // Where it can be clicked, only what comes after keeps it from being bought.
                if (
                    !$maker->page->isShown($option, $state) ||
                    in_array($v, $maker->page->allowed($option, $state), true)
                ) {
                    continue;
                }
                $check = $maker->look(
                    Purpose::DeadValue,
                    sprintf('%s is not offered, and not taken when it is sent all the same', $maker->name($option, $v)),
                    [$option->code, $value->code, false],
                    [
                        $value->hidden
                            ? $value->at . '/hidden'
                            : (null === $value->allowedWhen
                                ? $value->at
                                : $value->at . '/allowedWhen'),
                    ],
                    $state,
                );
                if (null === $check) {
                    continue;
                }
                $sent =
                    [$option->code => Kind::Several === $option->kind ? [$value->code] : $value->code] +
                    $maker->sent($state);
                yield $check->sending($sent, $option->code, 'form');
                if (1 === $count) {
                    // One by express tells whether that route checks at all.
                    yield $check->sending($sent, $option->code, 'express');
                }
                break;
            }
        }
    }
}
