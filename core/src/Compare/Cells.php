<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\ForeignDecimal;
use Ithrel\Core\Plan\Check;

/**
 * All that is looked at in one check, cell by cell: what stands in the check beside what the shop did; and the way
 * back, from cells that a person filled in to what the shop did.
 *
 * @phpstan-import-type Line from Check
 */
final class Cells
{
    public const NONE = 'none';
    public const NO_PRICE = 'no price';
    private const STAGES = ['cart', 'checkout', 'order'];
    private const OF_A_LINE = [
        'sku' => 'SKU',
        'quantity' => 'quantity',
        'unitPrice' => 'unit price',
        'lineTotal' => 'line total',
        'weight' => 'weight',
        'points' => 'points',
        'image' => 'image',
    ];
    private const AMOUNTS = ['unitPrice', 'lineTotal'];

    /**
     * @return list<Cell> in the order in which a shopper meets them
     */
    public static function of(Check $check, ?Found $found): array
    {
        $cells = [];
        if (null !== $check->offered) {
            $cells[] = new Cell(
                'page',
                0,
                'offered',
                $check->offered[2] ? 'yes' : 'no',
                null === $found?->offered ? null : ($found->offered ? 'yes' : 'no'),
            );
        }
        if ($check->looksOnly()) {
            return $cells;
        }
        $last = $check->lines[count($check->lines) - 1] ?? null;
        if (null !== $last) {
            $cells[] = new Cell(
                'page',
                0,
                'unit price',
                $last['unitPrice'] ?? self::NO_PRICE,
                null === $found?->page ? null : $found->page['unitPrice'] ?? self::NO_PRICE,
            );
            $cells[] = new Cell(
                'page',
                0,
                'total',
                $last['total'] ?? self::NO_PRICE,
                null === $found?->page ? null : $found->page['total'] ?? self::NO_PRICE,
            );
            $cells = [
                ...$cells,
                ...self::entries('page', 0, $last['entries']['page'] ?? [], $found?->page['entries'] ?? null),
            ];
        }
        $cells[] = new Cell(
            'cart',
            0,
            'taken',
            $check->accepted ? 'yes' : 'no',
            null === $found ? null : ($found->accepted ? 'yes' : 'no'),
        );
        if (!$check->accepted && null !== $check->field) {
            $cells[] = new Cell(
                'cart',
                0,
                'field named',
                $check->field,
                null === $found ? null : ([] === $found->fields ? self::NONE : implode(', ', $found->fields)),
            );
        }
        foreach ($check->accepted ? self::STAGES : [] as $stage) {
            $cells = [...$cells, ...self::stage($check->lines, $stage, $found?->stages[$stage] ?? null)];
        }

        return $cells;
    }

    /**
     * What the shop did, from cells that a person filled in; what was not looked at is taken to be as expected.
     *
     * @param list<Cell> $cells
     *
     * @return Found|null null where nothing was looked at
     *
     * @throws \DomainException where a cell cannot be read; its message names the cell
     */
    public static function found(Check $check, array $cells): ?Found
    {
        if ([] === array_filter($cells, static fn(Cell $c): bool => null !== $c->found)) {
            return null;
        }
        $by = [];
        foreach ($cells as $cell) {
            $by[$cell->key()] = $cell;
        }
        $get = static fn(string $stage, int $line, string $what): ?Cell => $by[$stage . ' ' . $line . ' ' . $what] ??
            null;
        $offered = self::answer($get('page', 0, 'offered'), $check->offered[2] ?? false);
        $accepted = self::answer($get('cart', 0, 'taken'), $check->accepted);
        $named = $get('cart', 0, 'field named')->found ?? $check->field;
        $last = $check->lines[count($check->lines) - 1] ?? null;
        $page =
            null === $last
                ? null
                : [
                    'unitPrice' => self::amount($get('page', 0, 'unit price'), $last['unitPrice']),
                    'total' => self::amount($get('page', 0, 'total'), $last['total']),
                    'entries' => self::entriesFound($cells, 'page', 0),
                    'image' => $last['image'],
                ];
        $stages = [];
        foreach ($accepted && $check->accepted ? self::STAGES : [] as $stage) {
            $count = $get($stage, 0, 'lines');
            $lines = [];
            $wanted = null === $count?->found ? count($check->lines) : self::whole($count);
            for ($i = 0; $i < $wanted; ++$i) {
                $expected = $check->lines[$i] ?? $check->lines[0];
                $line = [];
                foreach (self::OF_A_LINE as $key => $what) {
                    $cell = $get($stage, $i + 1, $what);
                    $line[$key] = in_array($key, self::AMOUNTS, true)
                        ? self::amount($cell, is_string($expected[$key]) ? $expected[$key] : null)
                        : (null === $cell?->found
                            ? $expected[$key]
                            : (self::NONE === $cell->found
                                ? null
                                : $cell->found));
                }
                $line['entries'] = self::entriesFound($cells, $stage, $i + 1);
                $own = $get($stage, $i + 1, 'own lines');
                $line['ownLines'] = null === $own?->found ? $expected['ownLines'] : self::ownLinesFound($own);
                $lines[] = $line;
            }
            $total = $get($stage, 0, 'total');
            $stages[$stage] = [
                'lines' => $lines,
                'total' => self::amount(
                    $total,
                    null === $total || self::NO_PRICE === $total->expected ? null : $total->expected,
                ),
            ];
        }

        return new Found(
            null,
            null === $check->offered ? null : $offered,
            $page,
            $accepted,
            null === $named || self::NONE === $named ? [] : array_map(trim(...), explode(',', $named)),
            $stages,
        );
    }

    /**
     * @param list<Line> $expected
     * @param array{lines: list<array<string, mixed>>, total: string|null}|null $found
     *
     * @return list<Cell>
     */
    private static function stage(array $expected, string $stage, ?array $found): array
    {
        $cells = [
            new Cell(
                $stage,
                0,
                'lines',
                (string) count($expected),
                null === $found ? null : (string) count($found['lines']),
            ),
        ];
        foreach ($expected as $i => $line) {
            $other = $found['lines'][$i] ?? null;
            foreach (self::OF_A_LINE as $key => $what) {
                $absent = in_array($key, self::AMOUNTS, true) ? self::NO_PRICE : self::NONE;
                $value = $other[$key] ?? null;
                $cells[] = new Cell(
                    $stage,
                    $i + 1,
                    $what,
                    (string) ($line[$key] ?? $absent),
                    null === $other ? null : (is_scalar($value) ? (string) $value : $absent),
                );
            }
            $cells = [
                ...$cells,
                ...self::entries(
                    $stage,
                    $i + 1,
                    $line['entries'][$stage] ?? [],
                    null === $other ? null : (is_array($other['entries'] ?? null) ? $other['entries'] : []),
                ),
            ];
            if ([] !== $line['ownLines'] || [] !== ($other['ownLines'] ?? [])) {
                $cells[] = new Cell(
                    $stage,
                    $i + 1,
                    'own lines',
                    self::ownText($line['ownLines']),
                    null === $other ? null : self::ownText($other['ownLines'] ?? []),
                );
            }
        }
        $cells[] = new Cell(
            $stage,
            0,
            'total',
            self::sum(array_map(static fn(array $l): ?string => $l['total'], $expected)) ?? self::NO_PRICE,
            null === $found ? null : $found['total'] ?? self::NO_PRICE,
        );

        return $cells;
    }

    /**
     * @param list<array{label: string, value: string}> $expected
     * @param array<mixed>|null $found
     *
     * @return list<Cell>
     */
    private static function entries(string $stage, int $line, array $expected, ?array $found): array
    {
        $others = null === $found ? null : self::entryPairs($found);
        $cells = [];
        foreach ($expected as ['label' => $label, 'value' => $value]) {
            $match = self::NONE;
            foreach ($others ?? [] as $i => [$otherLabel, $otherValue]) {
                if ($otherLabel === $label) {
                    $match = $otherValue;
                    unset($others[$i]);
                    break;
                }
            }
            $cells[] = new Cell($stage, $line, Cell::ENTRY . $label, $value, null === $others ? null : $match);
        }
        foreach ($others ?? [] as [$label, $value]) {
            $cells[] = new Cell($stage, $line, Cell::ENTRY . $label, self::NONE, $value);
        }

        return $cells;
    }

    /**
     * @param list<Cell> $cells
     *
     * @return list<array{label: string, value: string}>
     */
    private static function entriesFound(array $cells, string $stage, int $line): array
    {
        $entries = [];
        foreach ($cells as $cell) {
            $value = $cell->found ?? $cell->expected;
            if (
                $cell->stage === $stage &&
                $cell->line === $line &&
                str_starts_with($cell->what, Cell::ENTRY) &&
                self::NONE !== $value
            ) {
                $entries[] = ['label' => substr($cell->what, strlen(Cell::ENTRY)), 'value' => $value];
            }
        }

        return $entries;
    }

    private static function answer(?Cell $cell, bool $expected): bool
    {
        return match (mb_strtolower($cell->found ?? '')) {
            '' => $expected,
            'yes', 'y', 'true', '1', 'taken', 'accepted', 'offered' => true,
            'no', 'n', 'false', '0', 'refused', 'not taken', 'not offered' => false,
            default => throw new \DomainException(sprintf('"%s" is neither yes nor no', $cell->found ?? '')),
        };
    }

    private static function amount(?Cell $cell, ?string $expected): ?string
    {
        if (null === $cell?->found) {
            return $expected;
        }
        if (self::NO_PRICE === mb_strtolower($cell->found) || self::NONE === mb_strtolower($cell->found)) {
            return null;
        }
        $amount =
            ForeignDecimal::amount($cell->found) ??
            throw new \DomainException(sprintf('"%s" is no amount', $cell->found));

        return (string) $amount;
    }

    private static function whole(Cell $cell): int
    {
        return 1 === preg_match('/^\d{1,3}$/D', $cell->found ?? '')
            ? (int) $cell->found
            : throw new \DomainException(sprintf('"%s" is no number of lines', $cell->found ?? ''));
    }

    /**
     * @return list<array{sku: string, quantity: string, lineTotal: string}>
     */
    private static function ownLinesFound(Cell $cell): array
    {
        $lines = [];
        foreach (self::NONE === mb_strtolower($cell->found ?? '') ? [] : explode(';', $cell->found ?? '') as $part) {
            if (1 !== preg_match('/^(\S+) (\S+) (\S+)$/D', trim($part), $m)) {
                throw new \DomainException(
                    sprintf(
                        '"%s" is not "SKU quantity total" of each line beside, with ";" between',
                        $cell->found ?? '',
                    ),
                );
            }
            $lines[] = ['sku' => $m[1], 'quantity' => $m[2], 'lineTotal' => $m[3]];
        }

        return $lines;
    }

    /**
     * Labels with their values.
     *
     * @param array<mixed> $entries
     *
     * @return list<array{string, string}>
     */
    public static function entryPairs(array $entries): array
    {
        $texts = [];
        foreach ($entries as $entry) {
            if (is_array($entry) && is_string($entry['label'] ?? null) && is_string($entry['value'] ?? null)) {
                $texts[] = [$entry['label'], $entry['value']];
            }
        }

        return $texts;
    }

    /**
     * Null where one of them is not known.
     *
     * @param list<string|null> $totals
     */
    public static function sum(array $totals): ?string
    {
        $sum = BigDecimal::zero();
        foreach ($totals as $total) {
            $sum = null === $total ? null : $sum?->plus($total);
        }

        return null === $sum ? null : (string) $sum;
    }

    /** The lines that stand beside the item's, in one text: SKU, quantity and total of each. */
    public static function ownText(mixed $lines): string
    {
        $words = [];
        foreach (is_array($lines) ? $lines : [] as $line) {
            if (is_array($line)) {
                // A shop may tell them in any order.
                $known = array_filter(
                    array_map(static fn(string $key): mixed => $line[$key] ?? null, ['sku', 'quantity', 'lineTotal']),
                    static fn(mixed $v): bool => null !== $v,
                );
                $words[] = implode(
                    ' ',
                    array_map(static fn(mixed $v): string => is_scalar($v) ? (string) $v : '?', $known),
                );
            }
        }

        return [] === $words ? 'none' : implode('; ', $words);
    }

    /** Whether what was found is not what was expected; amounts are held against each other by their value. */
    public static function differs(Cell $cell): bool
    {
        if (null === $cell->found || $cell->found === $cell->expected) {
            return false;
        }

        return str_starts_with($cell->what, Cell::ENTRY) ||
            'SKU' === $cell->what ||
            !self::isSame($cell->expected, $cell->found);
    }

    /**
     * Whether two amounts are one, however many decimals each is written with. What is no plain decimal is no amount:
     * an exponent that a shop wrote could ask for more memory than there is.
     */
    public static function isSame(?string $a, ?string $b): bool
    {
        if (null === $a || null === $b) {
            return $a === $b;
        }
        $one = ForeignDecimal::plain($a);
        $two = ForeignDecimal::plain($b);

        return null !== $one && null !== $two && $one->isEqualTo($two);
    }
}
