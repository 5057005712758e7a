<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Table\YesNo;

/**
 * An answer as somebody wrote it into a cell: by label or code, several with semicolons between, a number with its
 * unit.
 */
final class CellAnswer
{
    /**
     * What a cell answers; null where it answers nothing, or nothing that there is.
     *
     * @return non-empty-list<int>|Input|null
     */
    public static function of(Option $option, string $cell): array|Input|null
    {
        if ('' === $cell) {
            return null;
        }
        if (Kind::Flag === $option->kind) {
            return true === YesNo::of($cell, true) ? [0] : null;
        }
        if (Kind::File === $option->kind) {
            return Input::files(
                array_map(static fn(string $name): GivenFile => new GivenFile(trim($name)), explode(';', $cell)),
            );
        }
        if (!$option->kind->isChoice()) {
            $text = trim(
                Kind::Number === $option->kind && null !== $option->number?->unit
                    ? preg_replace('/\s*' . preg_quote($option->number->unit, '/') . '$/iu', '', $cell) ?? $cell
                    : $cell,
            );

            return (new InputCheck())->parse(
                $option,
                Kind::Number === $option->kind ? (string) ((new AmountReader())->amount($text) ?? $text) : $cell,
            );
        }
        $positions = [];
        foreach (Kind::Several === $option->kind ? array_map(trim(...), explode(';', $cell)) : [$cell] as $name) {
            $found = Named::value($option, $name);
            if (null === $found) {
                return null;
            }
            $positions[$found] = $found;
        }
        sort($positions);

        return $positions;
    }

    /** Whether a cell says that an option is left without an answer. */
    public static function meansNone(Option $option, string $cell): bool
    {
        $word = PriceSheet::plain($cell);

        return '' === $word ||
            (Kind::Flag === $option->kind && false === YesNo::of($cell, true)) ||
            ($option->kind->isChoice() && in_array($word, ['none', '-', '–'], true));
    }
}
