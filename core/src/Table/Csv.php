<?php

declare(strict_types=1);

namespace Ithrel\Core\Table;

/**
 * Delimited text: CSV as RFC 4180 has it, with commas, semicolons, or tabs as a spreadsheet's cells are pasted.
 */
final class Csv
{
    /**
     * @return list<list<string>> rows that are not empty; cells trimmed
     */
    public static function rows(string $text): array
    {
        return array_values(self::numbered($text));
    }

    /**
     * The same, each by the number of the line that it begins on, from 1.
     *
     * @return array<int, list<string>>
     */
    public static function numbered(string $text): array
    {
        $text = str_starts_with($text, "\u{FEFF}") ? substr($text, 3) : $text;
        $delimiter = self::delimiter($text);
        $file = new \SplTempFileObject();
        $file->fwrite($text);
        $file->rewind();
        $file->setFlags(\SplFileObject::READ_CSV);
        $file->setCsvControl($delimiter, '"', '');
        $rows = [];
        $line = 1;
        foreach ($file as $row) {
            $at = $line;
            $line +=
                1 +
                array_sum(
                    array_map(
                        static fn(mixed $cell): int => is_string($cell) ? substr_count($cell, "\n") : 0,
                        is_array($row) ? $row : [],
                    ),
                );
            $cells = is_array($row)
                ? array_values(
                    array_map(static fn(mixed $cell): string => self::plain(trim(is_string($cell) ? $cell : '')), $row),
                )
                : [];
            if ('' !== implode('', $cells)) {
                $rows[$at] = $cells;
            }
        }

        return $rows;
    }

    /** The one that parts the first line most, and the second as well. */
    private static function delimiter(string $text): string
    {
        $lines = explode("\n", $text, 3);
        $best = ',';
        $most = 0;
        foreach (["\t", ';', ','] as $candidate) {
            $count = min(substr_count($lines[0], $candidate), substr_count($lines[1] ?? $lines[0], $candidate));
            if ($count > $most) {
                [$best, $most] = [$candidate, $count];
            }
        }

        return $best;
    }

    /**
     * @param iterable<list<string>> $rows
     */
    public static function text(iterable $rows): string
    {
        $text = '';
        foreach ($rows as $row) {
            $text .= implode(',', array_map(self::quoted(...), $row)) . "\r\n";
        }

        return $text;
    }

    /** A cell as it stands in a file: harmless, and in quotes where it needs them. */
    public static function quoted(string $cell): string
    {
        $cell = self::harmless($cell);

        return strcspn($cell, "\",\r\n") === strlen($cell) ? $cell : '"' . str_replace('"', '""', $cell) . '"';
    }

    /** A cell that a spreadsheet takes as text where it would else be a formula. */
    private static function harmless(string $cell): string
    {
        return 1 === preg_match("/^'*[=+\\-@\t\r]/", $cell) && 1 !== preg_match('/^[+-]?\d+(\.\d+)?$/D', $cell)
            ? "'" . $cell
            : $cell;
    }

    /** What a cell was before it was made harmless. */
    private static function plain(string $cell): string
    {
        return 1 === preg_match("/^'+[=+\\-@\t\r]/", $cell) ? substr($cell, 1) : $cell;
    }
}
