<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\ForeignDecimal;
use Ithrel\Core\Plan\Check;

/**
 * All that is looked at in one check, cell by cell: what stands in the check beside what the shop did.
 *
 * @phpstan-import-type Line from Check
 */
final class Cells
{
    public const NONE = 'none';
    public const NO_PRICE = 'no price';
    public const STAGES = ['cart', 'checkout', 'order'];
    public const OF_A_LINE = [
        'sku' => 'SKU',
        'quantity' => 'quantity',
        'unitPrice' => 'unit price',
        'lineTotal' => 'line total',
        'weight' => 'weight',
        'points' => 'points',
        'image' => 'image',
    ];
    public const AMOUNTS = ['unitPrice', 'lineTotal'];

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
        $matches = self::matched(self::entryPairs($expected), $others);
        foreach ($expected as $e => ['label' => $label, 'value' => $value]) {
            $match = $matches[$e] ?? self::NONE;
            $cells[] = new Cell($stage, $line, Cell::ENTRY . $label, $value, null === $others ? null : $match);
        }
        foreach ($others ?? [] as [$label, $value]) {
            $cells[] = new Cell($stage, $line, Cell::ENTRY . $label, self::NONE, $value);
        }

        return $cells;
    }

    /**
     * What stands for each expected entry: of those of its label the one of its value, else one that is left. What
     * matches is used up, so that two options of one label are not held against each other's values.
     *
     * @param list<array{string, string}> $expected label and value
     * @param array<int, array{string, string}>|null $others what was found; what stands for none is left in it
     *
     * @return list<string|null> values; null: missing
     */
    public static function matched(array $expected, ?array &$others): array
    {
        $matches = [];
        foreach ([true, false] as $isAlike) {
            foreach ($expected as $e => [$label, $value]) {
                foreach (isset($matches[$e]) ? [] : $others ?? [] as $i => [$otherLabel, $otherValue]) {
                    if ($otherLabel === $label && (!$isAlike || $otherValue === $value)) {
                        $matches[$e] = $otherValue;
                        unset($others[$i]);
                        break;
                    }
                }
            }
        }

        return array_map(static fn(int $e): ?string => $matches[$e] ?? null, array_keys($expected));
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
