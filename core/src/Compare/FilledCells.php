<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Table\YesNo;

/**
 * The way back from cells that a person filled in to what the shop did.
 *
 * @phpstan-import-type Line from Check
 */
final class FilledCells
{
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
        foreach ($accepted && $check->accepted ? Cells::STAGES : [] as $stage) {
            $count = $get($stage, 0, 'lines');
            $lines = [];
            $wanted = null === $count?->found ? count($check->lines) : self::whole($count);
            for ($i = 0; $i < $wanted; ++$i) {
                $expected = $check->lines[$i] ?? $check->lines[0];
                $line = [];
                foreach (Cells::OF_A_LINE as $key => $what) {
                    $cell = $get($stage, $i + 1, $what);
                    $line[$key] = in_array($key, Cells::AMOUNTS, true)
                        ? self::amount($cell, is_string($expected[$key]) ? $expected[$key] : null)
                        : (null === $cell?->found
                            ? $expected[$key]
                            : (Cells::NONE === $cell->found
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
                    null === $total || Cells::NO_PRICE === $total->expected ? null : $total->expected,
                ),
            ];
        }

        return new Found(
            null,
            null === $check->offered ? null : $offered,
            $page,
            $accepted,
            null === $named || Cells::NONE === $named ? [] : array_map(trim(...), explode(',', $named)),
            $stages,
        );
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
                Cells::NONE !== $value
            ) {
                $entries[] = ['label' => substr($cell->what, strlen(Cell::ENTRY)), 'value' => $value];
            }
        }

        return $entries;
    }

    private static function answer(?Cell $cell, bool $expected): bool
    {
        $found = trim($cell->found ?? '');

        return '' === $found
            ? $expected
            : YesNo::of($found, true) ?? throw new \DomainException(sprintf('"%s" is neither yes nor no', $found));
    }

    private static function amount(?Cell $cell, ?string $expected): ?string
    {
        if (null === $cell?->found) {
            return $expected;
        }
        if (Cells::NO_PRICE === mb_strtolower($cell->found) || Cells::NONE === mb_strtolower($cell->found)) {
            return null;
        }
        $read = (new AmountReader())->read($cell->found);
        if (!$read->isSure()) {
            throw new \DomainException(
                null === $read->amount ? sprintf('"%s" is no amount', $cell->found) : $read->why($cell->found),
            );
        }

        return (string) $read->amount;
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
        foreach (Cells::NONE === mb_strtolower($cell->found ?? '') ? [] : explode(';', $cell->found ?? '') as $part) {
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
}
