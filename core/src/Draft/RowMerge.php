<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * What a table of variant rows would change in a document. Rows are known by what they pick; where two pick the same,
 * by their order.
 */
final class RowMerge
{
    /** @var list<TableChange> */
    public array $changes = [];

    /** @var list<string> what the document has and the table has not */
    public array $kept = [];

    /**
     * @var array<string, array<string, true>> code of an option => what the setup's own rows pick of it, values or not
     */
    private array $strays = [];

    /** @var array<int, NamedMembers> values of an option, by its place */
    private array $valuesAt = [];

    /**
     * @param NamedMembers $members options of the document
     * @param list<string> $by codes of the document's options that the table goes by
     * @param list<array<array-key, mixed>> $told rows of the table's own document, in the order of the source's
     */
    private function __construct(
        private readonly NamedMembers $members,
        private readonly DraftSource $source,
        private readonly TableComparison $comparison,
        private readonly array $by,
        private readonly array $told,
    ) {}

    /**
     * @param array<array-key, mixed> $document decoded
     * @param array<array-key, mixed> $told what the table says, as a document of its own
     */
    public static function of(
        array $document,
        NamedMembers $members,
        DraftSource $source,
        TableComparison $comparison,
        array $told,
    ): self {
        $variants = is_array($told['variants'] ?? null) ? $told['variants'] : [];
        $by = array_map(
            static fn(mixed $code): string => $comparison->options[is_string($code) ? $code : ''] ?? '',
            array_values(is_array($variants['by'] ?? null) ? $variants['by'] : []),
        );
        $merge = new self($members, $source, $comparison, $by, NamedMembers::listed($variants['rows'] ?? null));
        if ([] === $by || in_array('', $by, true)) {
            $names = array_filter(
                $source->by,
                static fn(string $label): bool => null === $members->place(null, $label),
            );
            $source->leave(
                'the table',
                sprintf('%s: no option of the setup is called so, and no column of a row.', implode(', ', $names)),
            );

            return $merge;
        }
        $own = is_array($document['variants'] ?? null) ? $document['variants'] : [];
        $ownBy = array_values(array_filter(is_array($own['by'] ?? null) ? $own['by'] : [], is_string(...)));
        if ([] === $ownBy) {
            $merge->begin();
        } elseif ([] !== array_diff($by, $ownBy) || [] !== array_diff($ownBy, $by)) {
            $source->leave(
                'the table',
                sprintf('Its rows go by %s; those of the setup go by %s.', implode(', ', $by), implode(', ', $ownBy)),
            );
        } else {
            $merge->hold(NamedMembers::listed($own['rows'] ?? null));
        }

        return $merge;
    }

    /** The document has no rows yet: it gets those of the table. */
    private function begin(): void
    {
        $rows = [];
        foreach ($this->told as $k => $row) {
            $pick = $this->pick($this->source->rows[$k]['pick']);
            $unknown = $this->unknown($pick);
            if (null === $unknown) {
                $rows[] = ['pick' => (object) $pick] + $row;
            } else {
                $this->source->leave($this->from($k), $unknown);
            }
        }
        $this->changes[] = new TableChange(
            '/variants',
            ['by' => $this->by, 'rows' => $rows],
            'the table',
            sprintf('%d variant rows', count($rows)),
        );
    }

    /**
     * @param list<array<array-key, mixed>> $rows of the document
     */
    private function hold(array $rows): void
    {
        $at = [];
        foreach ($rows as $n => $row) {
            $pick = (array) ($row['pick'] ?? []);
            $at[self::print($pick)][] = $n;
            foreach ($pick as $code => $answer) {
                foreach (is_bool($answer) ? [] : (array) $answer as $value) {
                    $this->strays[(string) $code][is_string($value) ? $value : ''] = true;
                }
            }
        }
        $next = count($rows);
        $seen = 0;
        foreach ($this->told as $k => $told) {
            ['pick' => $cells, 'facts' => $facts] = $this->source->rows[$k];
            $words = [] === $cells ? 'Nothing picked' : implode(', ', $cells);
            $pick = $this->pick($cells);
            $print = self::print($pick);
            $unknown = $this->unknown($pick);
            if (null !== $unknown) {
                $this->source->leave($this->from($k), $unknown);
            } elseif (!isset($at[$print])) {
                $this->changes[] = new TableChange(
                    '/variants/rows/' . $next++,
                    ['pick' => (object) $pick] + $told,
                    $this->from($k),
                    sprintf('%s: a new row', $words),
                );
            } elseif ([] === $at[$print]) {
                $this->source->leave($this->from($k), sprintf('A row for %s stands above it already.', $words));
            } else {
                $n = array_shift($at[$print]);
                ++$seen;
                array_push(
                    $this->changes,
                    ...$this->comparison->changes(
                        '/variants/rows/' . $n,
                        $words,
                        $rows[$n],
                        $told,
                        $facts,
                        $this->source->rows[$k]['blank'] ?? [],
                    ),
                );
            }
        }
        $missing = count($rows) - $seen;
        if ($missing > 0) {
            $this->kept[] = sprintf(
                1 === $missing
                    ? '%d row of the setup is not in the table, and stays.'
                    : '%d rows of the setup are not in the table, and stay.',
                $missing,
            );
        }
    }

    /** Where a row of the table stands. */
    private function from(int $row): string
    {
        return array_values($this->source->rows[$row]['facts'])[0]->from ?? sprintf('row %d of the table', $row + 1);
    }

    /**
     * A row's pick by the codes of the document; a value that it does not have stands as the cell says it.
     *
     * @param array<array-key, string> $cells label of an option => what its cell says
     *
     * @return array<string, mixed>
     */
    private function pick(array $cells): array
    {
        $pick = [];
        foreach ($cells as $label => $cell) {
            $place = $this->members->place(null, (string) $label);
            if (null === $place) {
                continue;
            }
            $values = $this->valuesAt[$place] ??= $this->members->values($place);
            $code = $this->members->code($place);
            $answer = match ($this->members->members[$place]['kind'] ?? null) {
                'flag' => true === Cells::yes($cell) ? true : null,
                'several' => null !== $values->place(null, $cell)
                    ? [self::valueOf($values, $cell)]
                    : array_map(
                        static fn(string $part): string => self::valueOf($values, trim($part)),
                        explode(';', $cell),
                    ),
                default => self::valueOf($values, $cell),
            };
            if (null !== $answer) {
                $pick[$code] = $answer;
            }
        }

        return $pick;
    }

    /**
     * What a row picks that no value of the setup is, in words.
     *
     * @param array<string, mixed> $pick
     */
    private function unknown(array $pick): ?string
    {
        foreach ($pick as $code => $answer) {
            $place = (int) $this->members->ofCode($code);
            $values = $this->valuesAt[$place] ??= $this->members->values($place);
            foreach (is_bool($answer) ? [] : (array) $answer as $value) {
                if (
                    null === $values->ofCode(is_string($value) ? $value : '') &&
                    !isset($this->strays[$code][is_string($value) ? $value : ''])
                ) {
                    return sprintf(
                        '%s has no value “%s”.',
                        $this->members->name($place),
                        is_string($value) ? $value : '',
                    );
                }
            }
        }

        return null;
    }

    private static function valueOf(NamedMembers $values, string $name): string
    {
        $place = $values->place(null, $name);

        return null === $place ? $name : $values->code($place);
    }

    /**
     * @param array<array-key, mixed> $pick
     */
    private static function print(array $pick): string
    {
        $pick = array_filter($pick, static fn(mixed $value): bool => !in_array($value, [false, null, []], true));
        ksort($pick);
        foreach ($pick as $key => $value) {
            if (is_array($value)) {
                sort($value);
                $pick[$key] = $value;
            }
        }

        return json_encode($pick, JSON_THROW_ON_ERROR);
    }
}
