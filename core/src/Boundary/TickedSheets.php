<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Table\Csv;

/**
 * Boundary sheets beside what a tester saw in the shop: how many edges were ticked, and which came out otherwise. A
 * tick stays valid as long as the edge, its answer and what must happen are the same, whatever else of the setup
 * changed.
 */
final readonly class TickedSheets
{
    /** Headings of the columns that a tester fills in, beside the one by which a row is known. */
    private const KEY = 'key';
    private const NOTE = 'note';

    /**
     * @param int $rows edges of the sheets
     * @param int $ticked edges with a tick on some route
     * @param int $other ticks that are of no edge of these
     *                   sheets
     * @param list<array{sheet: BoundarySheet, row: BoundaryRow, tick: Tick}> $differ
     */
    private function __construct(public int $rows, public int $ticked, public int $other, public array $differ) {}

    /**
     * @param iterable<BoundarySheet> $sheets
     * @param list<Tick> $ticks
     */
    public static function of(iterable $sheets, array $ticks): self
    {
        $byRow = [];
        foreach ($ticks as $tick) {
            $byRow[$tick->known][$tick->route] = $tick;
        }
        $rows = $met = 0;
        $differ = [];
        foreach ($sheets as $sheet) {
            foreach ($sheet->rows as $row) {
                ++$rows;
                $known = $sheet->known($row);
                $met += isset($byRow[$known]) ? 1 : 0;
                foreach ($byRow[$known] ?? [] as $tick) {
                    if (!self::agrees($sheet, $row, $tick)) {
                        $differ[] = ['sheet' => $sheet, 'row' => $row, 'tick' => $tick];
                    }
                }
                unset($byRow[$known]);
            }
        }

        return new self($rows, $met, array_sum(array_map(count(...), $byRow)), $differ);
    }

    /**
     * A table as `limits --format=csv` prints it, filled in.
     *
     * @return list<Tick>
     *
     * @throws UnreadableDocument
     */
    public static function read(string $text): array
    {
        $rows = Csv::numbered($text);
        $first = array_key_first($rows) ?? 0;
        $heading = array_map(strtolower(...), $rows[$first] ?? []);
        unset($rows[$first]);
        $columns = array_flip($heading);
        if (!isset($columns[self::KEY]) || (!isset($columns['form']) && !isset($columns['express']))) {
            throw UnreadableDocument::at(
                'line 1',
                'Boundary sheets with the columns Key, Form, Express and Note were expected, as "limits ' .
                    '--format=csv" prints them.',
            );
        }
        $ticks = $problems = [];
        foreach ($rows as $line => $cells) {
            foreach (Tick::ROUTES as $route) {
                $found = strtolower($cells[$columns[$route] ?? -1] ?? '');
                if ('' === $found) {
                    continue;
                }
                if (!in_array($found, Tick::FOUND, true)) {
                    $problems[] = new Problem(
                        'line ' . $line . ', column ' . ucfirst($route),
                        sprintf(
                            '"%s" was read; taken, refused or empty was expected.',
                            mb_strimwidth($found, 0, 40, '…'),
                        ),
                    );
                    continue;
                }
                $ticks[] = new Tick(
                    $cells[$columns[self::KEY]] ?? '',
                    $route,
                    $found,
                    $cells[$columns[self::NOTE] ?? -1] ?? '',
                );
            }
        }
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return $ticks;
    }

    /** Whether a text begins as such a table does. */
    public static function isOne(string $text): bool
    {
        $heading = array_map(strtolower(...), Csv::rows(explode("\n", $text, 2)[0])[0] ?? []);

        return in_array(self::KEY, $heading, true) && in_array('expected', $heading, true);
    }

    /** What counts as empty is refused where an answer is required, else taken as none. */
    public static function agrees(BoundarySheet $sheet, BoundaryRow $row, Tick $tick): bool
    {
        return $row->expected === $tick->found ||
            (BoundaryRow::EMPTY === $row->expected &&
                BoundaryRow::REFUSED === $tick->found &&
                Requirement::NEVER !== $sheet->requirement->required);
    }
}
