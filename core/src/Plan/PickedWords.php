<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * What is picked in a state, in a few words: the heading of a check.
 */
final class PickedWords
{
    private const MOST = 6;

    public static function of(Setup $setup, State $state): string
    {
        $words = [];
        foreach ($state->answers as $index => $answer) {
            $option = $setup->options[$index];
            foreach (is_array($answer) ? $answer : [] as $value) {
                $words[] = Kind::Flag === $option->kind ? $option->name() : $option->values[$value]->label;
            }
        }
        $shown = array_slice($words, 0, self::MOST);
        $more = count($words) - count($shown);

        return ([] === $words ? 'nothing picked' : implode(' · ', $shown)) .
            ($more > 0 ? sprintf(' and %d more', $more) : '');
    }
}
