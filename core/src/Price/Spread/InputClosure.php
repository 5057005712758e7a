<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Ithrel\Core\Reach\Board;

/**
 * All that decides what can be typed into some inputs, and what they decide in turn.
 */
final class InputClosure
{
    /**
     * @param array<int, true> $inputs
     *
     * @return array{array<int, true>, array<int, true>, array<int, true>} inputs, choices, and choices whose conditions
     *                                                                     ask the inputs
     */
    public static function of(Board $board, array $inputs): array
    {
        $choices = $dependents = [];
        $queue = array_keys($inputs);
        $add = static function (int $index) use ($board, &$inputs, &$choices, &$queue): void {
            if ($board->isInput($index)) {
                if (!isset($inputs[$index])) {
                    $inputs[$index] = true;
                    $queue[] = $index;
                }
            } elseif ($board->setup->options[$index]->kind->isChoice()) {
                $choices[$index] = true;
            }
        };
        while (null !== ($input = array_pop($queue))) {
            foreach ($board->dependencies->of[$input] as $on) {
                $add($on);
            }
            foreach ($board->dependencies->of as $index => $on) {
                if (in_array($input, $on, true)) {
                    $add($index);
                    if ($board->setup->options[$index]->kind->isChoice()) {
                        $dependents[$index] = true;
                    }
                    foreach ($on as $other) {
                        $add($other);
                    }
                }
            }
        }

        return [$inputs, $choices, $dependents];
    }
}
