<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;

/**
 * The sheet of a plan as it comes back from somebody who tried it by hand; or the cart lines that she saw, as JSON.
 */
final class FilledSheet
{
    /**
     * @return array<int, Found> number of a check => what was found; checks that nobody looked at are left out
     *
     * @throws UnreadableDocument
     */
    public static function read(Setup $setup, Plan $plan, string $text): array
    {
        if (!mb_check_encoding($text, 'UTF-8')) {
            throw UnreadableDocument::at('', 'The sheet is not UTF-8 text.');
        }

        return str_starts_with(ltrim($text, "\u{FEFF} \t\r\n"), '{')
            ? self::fromJson($plan, $text)
            : self::fromCsv($setup, $plan, $text);
    }

    /**
     * What a filled row says: of one stage, of all those that it names, or of the check as a whole.
     *
     * @return list<Cell>
     *
     * @throws \DomainException where it says nothing that can be read
     */
    private static function cells(
        Setup $setup,
        Check $check,
        string $stages,
        int $line,
        string $what,
        string $found,
    ): array {
        if (HandResult::WHAT === $what && '' === $stages) {
            return HandResult::read($setup, $check, $found);
        }
        $all = array_map(trim(...), explode(',', $stages));

        return array_map(
            static fn(string $stage): Cell => new Cell(
                $stage,
                'page' === $stage ? 0 : $line,
                $what,
                Cells::NONE,
                $found,
            ),
            $all,
        );
    }

    /**
     * @return array<int, Found>
     */
    private static function fromCsv(Setup $setup, Plan $plan, string $text): array
    {
        $rows = Csv::rows($text);
        $heading = array_map(mb_strtolower(...), array_shift($rows) ?? []);
        $column = array_flip($heading);
        $missing = array_diff(['check', 'stage', 'what', 'found'], $heading);
        if ([] !== $missing) {
            throw UnreadableDocument::at(
                '',
                sprintf(
                    'The sheet has no column called %s. Found: %s.',
                    implode(', ', $missing),
                    implode(', ', $heading),
                ),
            );
        }
        $filled = [];
        $problems = [];
        foreach ($rows as $r => $row) {
            $cell = static fn(string $name): string => self::plain($row[$column[$name] ?? -1] ?? '');
            $number = $cell('check');
            $check = 1 === preg_match('/^\d{1,6}$/D', $number) ? $plan->checks[(int) $number - 1] ?? null : null;
            if (
                null !== $check &&
                '' !== $cell('steps') &&
                self::oneLine($cell('steps')) !== self::oneLine(self::plain(HandSheet::line($setup, $check)))
            ) {
                throw UnreadableDocument::at(
                    '/rows/' . $r,
                    sprintf(
                        'Row %d: check %s has other steps than it has now. The sheet is of another state of the ' .
                            'setup; take it anew.',
                        $r + 2,
                        $number,
                    ),
                );
            }
            if ('' === $cell('found')) {
                continue;
            }
            if (null === $check) {
                $problems[] = new Problem(
                    '/rows/' . $r,
                    sprintf('Row %d: this plan has no check "%s".', $r + 2, $number),
                );
                continue;
            }
            try {
                foreach (
                    self::cells($setup, $check, $cell('stage'), (int) $cell('line'), $cell('what'), $cell('found'))
                    as $each
                ) {
                    if (isset($filled[$check->number][$each->key()])) {
                        throw new \DomainException(
                            sprintf('check %d has "%s" twice', $check->number, trim($each->key())),
                        );
                    }
                    $filled[$check->number][$each->key()] = [$r, $each];
                }
            } catch (\DomainException $e) {
                $problems[] = new Problem('/rows/' . $r, sprintf('Row %d: %s.', $r + 2, $e->getMessage()));
            }
        }
        $found = [];
        foreach ($filled as $number => $given) {
            $check = $plan->checks[$number - 1];
            $cells = [];
            foreach (Cells::of($check, null) as $cell) {
                $seen = $given[$cell->key()][1]->found ?? null;
                // Blanks at the ends are lost on the way through a spreadsheet, and no one sees them.
                $cells[] = new Cell(
                    $cell->stage,
                    $cell->line,
                    $cell->what,
                    $cell->expected,
                    null !== $seen && trim($cell->expected) === trim($seen) ? $cell->expected : $seen,
                );
                unset($given[$cell->key()]);
            }
            foreach ($given as [$r, $more]) {
                // Rows may be added for entries that the shop shows and should not.
                if (str_starts_with($more->what, Cell::ENTRY)) {
                    $cells[] = $more;
                } else {
                    $problems[] = new Problem(
                        '/rows/' . $r,
                        sprintf(
                            'Row %d: check %d does not look at "%s" at the stage "%s".',
                            $r + 2,
                            $number,
                            $more->what,
                            $more->stage,
                        ),
                    );
                }
            }
            try {
                $found[$number] = FilledCells::found($check, $cells);
            } catch (\DomainException $e) {
                $problems[] = new Problem('', sprintf('Check %d: %s.', $number, $e->getMessage()));
            }
        }
        if ([] !== $problems) {
            throw new UnreadableDocument(array_slice($problems, 0, 20));
        }

        return array_filter($found, static fn(?Found $f): bool => null !== $f);
    }

    /**
     * {"checks": [{"check": 3, "taken": true, "fields": [], "offered": true, "page": {"unitPrice": "…"}, "stages":
     * {"cart": {"lines": [{"sku": "…"}], "total": "…"}}}]}, each member but the number as it is expected where it is
     * left out.
     *
     * @return array<int, Found>
     */
    private static function fromJson(Plan $plan, string $text): array
    {
        $data = json_decode(json_encode(JsonText::decode($text), JSON_THROW_ON_ERROR), true, 64, JSON_THROW_ON_ERROR);
        $given =
            is_array($data) && is_array($data['checks'] ?? null)
                ? $data['checks']
                : throw UnreadableDocument::at('/checks', 'A list of checks was expected here.');
        $found = [];
        foreach (array_values($given) as $i => $each) {
            $number = is_array($each) && is_int($each['check'] ?? null) ? $each['check'] : 0;
            $check =
                $plan->checks[$number - 1] ??
                throw UnreadableDocument::at('/checks/' . $i . '/check', 'This plan has no such check.');
            \assert(is_array($each));
            $asExpected =
                FilledCells::found(
                    $check,
                    array_map(
                        static fn(Cell $c): Cell => new Cell($c->stage, $c->line, $c->what, $c->expected, $c->expected),
                        Cells::of($check, null),
                    ),
                ) ?? throw new \LogicException('A check looks at something.');
            $accepted = is_bool($each['taken'] ?? null) ? $each['taken'] : $asExpected->accepted;
            $page =
                is_array($each['page'] ?? null) && null !== $asExpected->page
                    ? array_replace($asExpected->page, array_intersect_key($each['page'], $asExpected->page))
                    : $asExpected->page;
            $stages = $asExpected->stages;
            foreach (is_array($each['stages'] ?? null) ? $each['stages'] : [] as $stage => $content) {
                if (!isset($stages[$stage]) || !is_array($content)) {
                    throw UnreadableDocument::at(
                        '/checks/' . $i . '/stages/' . $stage,
                        'This check does not look at such a stage.',
                    );
                }
                $lines = [];
                foreach (
                    is_array($content['lines'] ?? null) ? array_values($content['lines']) : $stages[$stage]['lines']
                    as $l => $line
                ) {
                    $lines[] = is_array($line) ? $line + ($stages[$stage]['lines'][$l] ?? []) : [];
                }
                $stages[$stage] = [
                    'lines' => $lines,
                    'total' => is_string($content['total'] ?? null) ? $content['total'] : $stages[$stage]['total'],
                ];
            }
            $kept = [
                'page' => $page,
                'stages' => $accepted ? $stages : [],
                'accepted' => $accepted,
                'offered' => is_bool($each['offered'] ?? null) ? $each['offered'] : $asExpected->offered,
                'fields' => array_values(
                    array_filter(
                        is_array($each['fields'] ?? null) ? $each['fields'] : $asExpected->fields,
                        is_string(...),
                    ),
                ),
                'refused' => null,
            ];
            $found[$number] = Found::fromArray($kept);
        }

        return $found;
    }

    /** Spreadsheets write line breaks and blanks at the ends each in their own way. */
    private static function oneLine(string $text): string
    {
        return trim((string) preg_replace('/\s+/u', ' ', $text));
    }

    /** Without the mark that keeps a spreadsheet from taking a cell for a formula. */
    private static function plain(string $cell): string
    {
        return 1 === preg_match('/^\'[=+\-@]/', $cell) ? substr($cell, 1) : $cell;
    }
}
