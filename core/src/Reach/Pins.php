<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;

/**
 * Pins in words: "size=l", "extras=box" (among the picked), "gift=yes", "size=" (no answer).
 */
final class Pins
{
    /**
     * @param list<string> $words all have to hold
     *
     * @return array<int, array<int, true>> cell => letters let through
     *
     * @throws UnreadableDocument where a word names what is not there
     */
    public static function fromWords(Board $board, array $words): array
    {
        $pins = [];
        foreach ($words as $word) {
            $cut = strpos($word, '=');
            $code = false === $cut ? $word : substr($word, 0, $cut);
            $value = false === $cut ? null : substr($word, $cut + 1);
            $option = $board->setup->option($code);
            if (null === $value || null === $option || !$option->kind->isChoice()) {
                throw UnreadableDocument::at(
                    '',
                    sprintf('"%s" is no pin: option=value with a choice of the setup was expected.', $word),
                );
            }
            $cells = $board->cellsOf[$option->index];
            if ('' === $value) {
                foreach ($cells as $cell) {
                    self::pin($pins, $cell, $board->cells[$cell]->none());
                }
                continue;
            }
            $found =
                $option->value($value) ??
                throw UnreadableDocument::at($option->at, sprintf('%s has no value "%s".', $option->label, $value));
            Kind::Several === $option->kind
                ? self::pin($pins, $cells[$found->index], 0)
                : self::pin($pins, $cells[0], $found->index);
        }

        return $pins;
    }

    /**
     * @param array<int, array<int, true>> $pins
     */
    private static function pin(array &$pins, int $cell, int $letter): void
    {
        $pins[$cell] = isset($pins[$cell]) && !isset($pins[$cell][$letter]) ? [] : [$letter => true];
    }

    /**
     * What is typed into inputs, in words: "width=620". What conditions of the page do not ask, or limits refuse,
     * weighs nothing.
     *
     * @param list<string> $words
     *
     * @return array<int, int> cell => letter
     */
    public static function typed(Board $board, array $words): array
    {
        $typed = [];
        $check = new InputCheck();
        foreach ($words as $word) {
            [$code, $text] = [...explode('=', $word, 2), ''];
            $option = $board->setup->option($code);
            if (null === $option || !$option->kind->isInput() || !isset($board->asked[$option->index])) {
                continue;
            }
            $input =
                Kind::File === $option->kind ? Input::files([new GivenFile($text)]) : $check->parse($option, $text);
            if (null !== $input && '' !== $text && [] === $check->problems($option, $input)) {
                $cell = $board->cellsOf[$option->index][0];
                $typed[$cell] = $board->letterIn(new State([$option->index => $input]), $cell);
            }
        }

        return $typed;
    }
}
