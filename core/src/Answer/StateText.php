<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * A state in the form in which states are handed in: {"size": "s", "extras": ["a"], "gift": true}.
 */
final class StateText
{
    /**
     * @return array<string, string|bool|list<string>> by option code, choices without an answer left out
     */
    public static function pick(Setup $setup, State $state): array
    {
        $pick = [];
        foreach ($state->answers as $index => $answer) {
            $option = $setup->options[$index];
            if ($answer instanceof Input) {
                $pick[$option->code] =
                    Kind::File === $option->kind
                        ? array_map(static fn(GivenFile $f): string => $f->name, $answer->files)
                        : $answer->text;
            } elseif (Kind::Flag === $option->kind) {
                $pick[$option->code] = true;
            } else {
                $codes = array_map(static fn(int $v): string => $option->values[$v]->code, $answer);
                $pick[$option->code] = Kind::Several === $option->kind ? $codes : $codes[0];
            }
        }

        return $pick;
    }
}
