<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;

/**
 * Prices as somebody wrote them down: columns for options (by label or code), quantity, and the total expected.
 */
final readonly class PriceSheet
{
    /** Rows read at most. */
    public const MOST_ROWS = 20_000;

    private const QUANTITIES = ['quantity', 'qty', 'pieces', 'count'];
    private const TOTALS = ['total', 'expected', 'expected total', 'line total', 'sum', 'price expected'];
    private const UNITS = ['unit price', 'price', 'each', 'expected price'];

    /**
     * @param list<SheetColumn> $columns
     * @param list<list<string>> $rows cells in the order of the columns
     */
    private function __construct(public array $columns, public array $rows) {}

    /**
     * @throws UnreadableDocument where it has no heading or nothing expected
     */
    public static function read(Setup $setup, string $text): self
    {
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw UnreadableDocument::at('', 'The sheet is not UTF-8 text.');
        }
        $rows = Csv::rows($text);
        $heading = array_shift($rows);
        if (null === $heading || [] === $rows) {
            throw UnreadableDocument::at(
                '',
                'A heading and at least one row were expected: columns for options, quantity and the total.',
            );
        }
        if (count($rows) > self::MOST_ROWS) {
            throw UnreadableDocument::at(
                '',
                sprintf('The sheet has %d rows; at most %d are read.', count($rows), self::MOST_ROWS),
            );
        }
        $columns = array_map(static fn(string $h): SheetColumn => self::column($setup, $h), $heading);
        $roles = array_map(static fn(SheetColumn $c): string => $c->role, $columns);
        if (!in_array(SheetColumn::TOTAL, $roles, true) && !in_array(SheetColumn::UNIT, $roles, true)) {
            throw UnreadableDocument::at(
                '',
                sprintf(
                    'No column says what is expected. Call one "total" or "unit price". Found: %s.',
                    implode(', ', $heading),
                ),
            );
        }

        return new self(
            $columns,
            array_map(
                static fn(array $row): array => array_pad(array_slice($row, 0, count($columns)), count($columns), ''),
                $rows,
            ),
        );
    }

    private static function column(Setup $setup, string $heading): SheetColumn
    {
        $option = Named::option($setup, $heading);
        if (null !== $option) {
            return new SheetColumn($heading, SheetColumn::OPTION, $option->index);
        }

        $plain = Named::short($heading);

        return new SheetColumn(
            $heading,
            match (true) {
                in_array($plain, self::QUANTITIES, true) => SheetColumn::QUANTITY,
                in_array($plain, self::TOTALS, true) => SheetColumn::TOTAL,
                in_array($plain, self::UNITS, true) => SheetColumn::UNIT,
                default => SheetColumn::IGNORED,
            },
        );
    }

    /** Letters that differ only in case, or blanks only in number, are the same here. */
    public static function plain(string $text): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', rtrim($text, "* \t:"))));
    }
}
