<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Diff\Meaning;

/**
 * What a table would change in a document: options and values known by code, else by label; rows by what they pick.
 * What the table does not have stays. In a sheet that the setup gave out, an empty cell takes out what stood there.
 */
final class TableMerge
{
    /** @var list<TableChange> */
    public array $changes = [];

    /** @var list<string> what the document has and the table has not */
    public array $kept = [];

    private TableComparison $comparison;
    private readonly NamedMembers $members;

    /** @var array<string, mixed> what the table says, as a document of its own */
    private readonly array $told;

    /** @var array<string, string> code of an option in the table's own document => in the document */
    private array $options = [];

    /**
     * @var array<string, array<string, string>> code of an option in the document => code of a value in the table's
     *                                           own document => in the document
     */
    private array $values = [];

    /**
     * @param array<array-key, mixed> $document decoded, objects as arrays
     */
    private function __construct(array $document, private readonly DraftSource $source)
    {
        $this->told = Drafter::of([$source])->document;
        $this->members = NamedMembers::of($document['options'] ?? null);
    }

    /**
     * @param array<array-key, mixed> $document decoded, objects as arrays
     */
    public static function of(array $document, DraftSource $source, int $minorUnits): self
    {
        $merge = new self($document, $source);
        $merge->known();
        $merge->comparison = new TableComparison(
            new Meaning($minorUnits),
            $merge->options,
            $merge->values,
            $source->isExact,
        );
        if ([] === $source->rows) {
            $merge->options();
        } else {
            // A table of rows tells which values it picks, not what options there are.
            $rows = RowMerge::of($document, $merge->members, $source, $merge->comparison, $merge->told);
            [$merge->changes, $merge->kept] = [$rows->changes, $rows->kept];
        }

        return $merge;
    }

    /** Which options and values of the table are which of the document. */
    private function known(): void
    {
        foreach (NamedMembers::listed($this->told['options'] ?? null) as $i => $told) {
            $own = $this->source->options[$i];
            $place = $this->members->place($own->facts['code'] ?? null, $own->label->text());
            if (null === $place) {
                continue;
            }
            $code = $this->members->code($place);
            $this->options[self::text($told['code'] ?? null)] = $code;
            $values = $this->members->values($place);
            foreach (NamedMembers::listed($told['values'] ?? null) as $j => $value) {
                $v = $values->place($own->values[$j]->facts['code'] ?? null, $own->values[$j]->label->text());
                $this->values[$code][self::text($value['code'] ?? null)] =
                    null === $v ? self::text($value['code'] ?? null) : $values->code($v);
            }
        }
    }

    private function options(): void
    {
        $next = count($this->members->members);
        $seen = [];
        foreach (NamedMembers::listed($this->told['options'] ?? null) as $i => $told) {
            $own = $this->source->options[$i];
            $index = $this->members->ofCode($this->options[self::text($told['code'] ?? null)] ?? '');
            if (null === $index) {
                $this->changes[] = new TableChange(
                    '/options/' . $next++,
                    $this->comparison->translated($told),
                    $own->label->from,
                    sprintf('%s: a new option', $own->label->text()),
                );
                continue;
            }
            $seen[$index] = true;
            $facts =
                $own->facts + ['label' => $own->label] +
                (null === $own->kind || OptionTable::ASSUMED_KIND === $own->kind->from ? [] : ['kind' => $own->kind]);
            array_push(
                $this->changes,
                ...$this->comparison->changes(
                    '/options/' . $index,
                    $this->members->name($index),
                    $this->members->members[$index],
                    $told,
                    $facts,
                    $own->blank,
                ),
            );
            $this->valuesOf($index, $told, $own);
        }
        foreach (array_keys(array_diff_key($this->members->members, $seen)) as $index) {
            $this->kept[] = sprintf('%s is not in the table, and stays.', $this->members->name($index));
        }
    }

    /**
     * @param array<array-key, mixed> $told
     */
    private function valuesOf(int $index, array $told, DraftOption $own): void
    {
        $name = $this->members->name($index);
        $values = $this->members->values($index);
        $seen = $fresh = [];
        foreach (NamedMembers::listed($told['values'] ?? null) as $j => $value) {
            $v = $values->place($own->values[$j]->facts['code'] ?? null, $own->values[$j]->label->text());
            if (null === $v) {
                $fresh[] = [$this->comparison->translated($value), $own->values[$j]];
                continue;
            }
            $seen[$v] = true;
            $draft = $own->values[$j];
            array_push(
                $this->changes,
                ...$this->comparison->changes(
                    sprintf('/options/%d/values/%d', $index, $v),
                    $name . ', ' . $values->name($v),
                    $values->members[$v],
                    $value,
                    $draft->facts + ['label' => $draft->label],
                    $draft->blank,
                ),
            );
        }
        if ([] !== $fresh && [] === $values->members) {
            $this->changes[] = new TableChange(
                sprintf('/options/%d/values', $index),
                array_column($fresh, 0),
                $fresh[0][1]->label->from,
                sprintf('%s: %d values', $name, count($fresh)),
            );
        } else {
            foreach ($fresh as $n => [$value, $draft]) {
                $this->changes[] = new TableChange(
                    sprintf('/options/%d/values/%d', $index, count($values->members) + $n),
                    $value,
                    $draft->label->from,
                    sprintf('%s: %s, a new value', $name, $draft->label->text()),
                );
            }
        }
        $missing = array_map($values->name(...), array_keys(array_diff_key($values->members, $seen)));
        if ([] !== $missing && [] !== $own->values) {
            $this->kept[] = sprintf('%s: %s stand in the setup alone, and stay.', $name, implode(', ', $missing));
        }
    }

    private static function text(mixed $value): string
    {
        return is_scalar($value) ? (string) $value : '';
    }
}
