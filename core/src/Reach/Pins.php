<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\UnreadableDocument;

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
                throw UnreadableDocument::at('', sprintf('"%s" is no pin: option=value with a choice of the setup was expected.', $word));
            }
            $cells = $board->cellsOf[$option->index];
            if ('' === $value) {
                foreach ($cells as $cell) {
                    self::pin($pins, $cell, $board->cells[$cell]->none());
                }
                continue;
            }
            $found = $option->value($value) ?? throw UnreadableDocument::at($option->at, sprintf('%s has no value "%s".', $option->label, $value));
            Kind::Several === $option->kind ? self::pin($pins, $cells[$found->index], 0) : self::pin($pins, $cells[0], $found->index);
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
}
