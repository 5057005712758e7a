<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Compare\CellAnswer;
use Ithrel\Core\Compare\Named;
use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Table\Heading;

/**
 * A table of what shall be sold: a row of choices each, with or without price, SKU, stock and picture.
 *
 * @phpstan-type Listed array{
 *     line: int,
 *     state: State|null,
 *     words: string,
 *     why: string|null,
 *     price: BigDecimal|null,
 *     sku: string|null,
 *     stock: string|null,
 *     image: string|null,
 * }
 */
final readonly class SaleList
{
    public const MOST_ROWS = 100_000;

    /** What a column can be beside an option. */
    private const KNOWN = ['price', 'sku', 'stock', 'image', 'number'];

    /**
     * @param list<Listed> $rows each combination once, as it stands first
     * @param list<string> $notices columns that are not understood, and choices without a column
     */
    private function __construct(public array $rows, public array $notices) {}

    /**
     * @throws UnreadableDocument
     */
    public static function read(Setup $setup, string $text): self
    {
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw UnreadableDocument::at('', 'The list is not UTF-8 text.');
        }
        $lines = Csv::numbered($text);
        $heading = [] === $lines ? [] : $lines[array_key_first($lines)];
        unset($lines[array_key_first($lines)]);
        if (count($lines) > self::MOST_ROWS) {
            throw UnreadableDocument::at(
                '',
                sprintf('The list has %d rows; at most %d are read.', count($lines), self::MOST_ROWS),
            );
        }
        [$columns, $notices] = self::columns($setup, $heading);
        if ([] === array_filter($columns, is_int(...))) {
            throw UnreadableDocument::at(
                '',
                sprintf('No column is an option of the setup. Found: %s.', implode(', ', $heading)),
            );
        }
        $rows = [];
        $at = array_search('price', $columns, true);
        $reader = (new AmountReader($setup->currency->code, $setup->currency->minorUnits))->ofColumn(
            false === $at ? [] : array_map(static fn(array $cells): string => $cells[$at] ?? '', $lines),
        );
        foreach ($lines as $n => $cells) {
            $row = self::row($setup, $columns, $cells, $n, $reader);
            $rows[null === $row['state'] ? 'line ' . $row['line'] : $row['state']->key()] ??= $row;
        }

        return new self(array_values($rows), $notices);
    }

    /**
     * @param list<string> $heading
     *
     * @return array{array<int, int|string>, list<string>} column => option, or what else it holds; and what has to be
     *                                                     told
     */
    private static function columns(Setup $setup, array $heading): array
    {
        $columns = $notices = $named = [];
        foreach ($heading as $c => $title) {
            $options = Named::options($setup, $title, static fn(Option $o): bool => $o->kind->isChoice());
            $trade =
                Heading::trade($title, self::KNOWN) ??
                (null === Heading::trade($title, ['total', 'unitPrice', 'salePrice']) ? null : 'price');
            if (1 === count($options) && (null === $trade || Named::isExactly($options[0], $title))) {
                if (isset($named[$options[0]->index])) {
                    $notices[] = sprintf('Two columns are %s; the second was not looked at.', $options[0]->name());
                    continue;
                }
                $columns[$c] = $options[0]->index;
                $named[$options[0]->index] = true;
                continue;
            }
            if (null !== $trade) {
                $columns[$c] = $trade;
                continue;
            }
            if (count($options) > 1) {
                $notices[] = sprintf(
                    'The column "%s" could be any of %s; it was not looked at.',
                    $title,
                    implode(', ', array_map(static fn(Option $o): string => $o->name(), $options)),
                );
                continue;
            }
            $isInput = null !== Named::option($setup, $title, static fn(Option $o): bool => $o->kind->isInput());
            $notices[] = $isInput
                ? sprintf(
                    'The column "%s" is what a shopper types; it is no part of a combination and was not looked at.',
                    $title,
                )
                : sprintf('The column "%s" is not understood and was not looked at.', $title);
        }
        foreach ($setup->options as $option) {
            if ($option->kind->isChoice() && !isset($named[$option->index])) {
                $notices[] = sprintf(
                    'The list has no column for %s: only combinations without it are on the list.',
                    $option->name(),
                );
            }
        }

        return [$columns, $notices];
    }

    /**
     * @param array<int, int|string> $columns
     * @param list<string> $cells
     *
     * @return Listed
     */
    private static function row(Setup $setup, array $columns, array $cells, int $line, AmountReader $reader): array
    {
        $answers = $words = $unknown = [];
        $price = null;
        $row = ['sku' => null, 'stock' => null, 'image' => null];
        foreach ($columns as $c => $what) {
            $cell = $cells[$c] ?? '';
            if (is_int($what)) {
                $option = $setup->options[$what];
                $answer = CellAnswer::of($option, $cell);
                if (!is_array($answer) && !CellAnswer::meansNone($option, $cell)) {
                    $unknown[] = sprintf(
                        '%s has no value “%s”.',
                        $option->name(),
                        mb_strimwidth($cell, 0, 80, '…', 'UTF-8'),
                    );
                }
                if (is_array($answer)) {
                    $answers[$option->index] = $answer;
                }
                if ('' !== $cell) {
                    $words[] =
                        $option->name() .
                        ': ' .
                        (is_array($answer) && Kind::Flag !== $option->kind
                            ? implode('; ', array_map(static fn(int $v): string => $option->values[$v]->label, $answer))
                            : $cell);
                }
            } elseif ('price' === $what) {
                $read = '' === $cell ? null : $reader->read($cell);
                if (null !== $read && !$read->isSure()) {
                    $unknown[] = $read->why($cell);
                }
                $price ??= $read?->amount;
            } elseif (array_key_exists($what, $row) && '' !== $cell) {
                $row[$what] ??= $cell;
            }
        }
        ksort($answers);

        return [
            'line' => $line,
            'state' => [] === $unknown ? new State($answers) : null,
            'words' => implode(', ', $words),
            'why' => [] === $unknown ? null : implode(' ', $unknown),
            'price' => $price,
            'sku' => $row['sku'],
            'stock' => $row['stock'],
            'image' => $row['image'],
        ];
    }

    /**
     * @param Listed $row
     *
     * @return array{pick: object|null, line: int, words?: string, why?: string}
     */
    public static function told(Setup $setup, array $row): array
    {
        return null === $row['state']
            ? ['pick' => null, 'line' => $row['line'], 'words' => $row['words'], 'why' => $row['why'] ?? '']
            : ['pick' => (object) StateText::pick($setup, $row['state']), 'line' => $row['line']];
    }
}
