<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Table\Heading;

/**
 * Prices as somebody wrote them down: columns for options (by label or code), quantity, and the total expected.
 */
final readonly class PriceSheet
{
    /** Rows read at most. */
    public const MOST_ROWS = 20_000;

    /** What a column can be beside an option, and as what it then counts. */
    private const ROLES = [
        'quantity' => SheetColumn::QUANTITY,
        'total' => SheetColumn::TOTAL,
        'unitPrice' => SheetColumn::UNIT,
        'sku' => SheetColumn::BESIDE,
        'number' => SheetColumn::BESIDE,
    ];

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
        $columns = self::columns($setup, $heading);
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

    /**
     * Two columns of one meaning are none of it: which of them counts is not told.
     *
     * @param list<string> $heading
     *
     * @return list<SheetColumn>
     */
    private static function columns(Setup $setup, array $heading): array
    {
        $columns = array_map(static fn(string $h): SheetColumn => self::column($setup, $h), $heading);
        $times = array_count_values(array_map(static fn(SheetColumn $c): string => $c->role . $c->option, $columns));

        return array_map(
            static fn(SheetColumn $c): SheetColumn => SheetColumn::OPTION === $c->role &&
            $times[$c->role . $c->option] > 1
                ? new SheetColumn($c->heading, SheetColumn::IGNORED)
                : $c,
            $columns,
        );
    }

    private static function column(Setup $setup, string $heading): SheetColumn
    {
        $options = Named::options($setup, $heading);
        $trade = Heading::trade($heading, array_keys(self::ROLES));
        // "Price" is the price, unless an option is called exactly so.
        if (1 === count($options) && (null === $trade || Named::isExactly($options[0], $heading))) {
            return new SheetColumn($heading, SheetColumn::OPTION, $options[0]->index);
        }

        return new SheetColumn(
            $heading,
            null === $trade
                ? ('' === trim($heading)
                    ? SheetColumn::BESIDE
                    : SheetColumn::IGNORED)
                : self::ROLES[$trade],
        );
    }

    /**
     * @param list<string>|null $cells of a row: those columns alone in which something stands there
     *
     * @return list<string> headings of the columns that were not used
     */
    public function unused(?array $cells = null): array
    {
        $unused = array_filter(
            $this->columns,
            static fn(SheetColumn $column, int $c): bool => SheetColumn::IGNORED === $column->role &&
                (null === $cells || '' !== trim($cells[$c])),
            ARRAY_FILTER_USE_BOTH,
        );

        return array_map(static fn(SheetColumn $c): string => $c->heading, array_values($unused));
    }

    /** Letters that differ only in case, or blanks only in number, are the same here. */
    public static function plain(string $text): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', rtrim($text, "* \t:"))));
    }
}
