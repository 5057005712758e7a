<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Table\Csv;

/**
 * A table of options, a line a value; or a table of rows, a line a combination.
 */
final class TableReader
{
    /**
     * @throws UnreadableDocument
     */
    public static function read(string $text, string $name, int $minorUnits): DraftSource
    {
        $lines = Csv::numbered($text);
        $first = array_key_first($lines);
        if (null === $first || count($lines) < 2) {
            throw UnreadableDocument::at('', 'A heading and at least one line were expected.');
        }
        $titles = $lines[$first];
        unset($lines[$first]);
        if (count($lines) > 100_000) {
            throw UnreadableDocument::at(
                '',
                sprintf('The table has %d lines; at most 100 000 are read.', count($lines)),
            );
        }
        if (SheetReader::isOne($titles)) {
            return SheetReader::read($titles, $lines, $name, $minorUnits);
        }
        $options = Columns::of($titles, Columns::OF_OPTIONS);
        $isOfOptions = isset($options->at['value']) || (isset($options->at['option']) && isset($options->at['kind']));

        return $isOfOptions
            ? (new OptionTable($options, $name, $minorUnits))->read($lines)
            : (new RowTable(Columns::of($titles, Columns::OF_ROWS), $name, $minorUnits))->read($lines);
    }
}
