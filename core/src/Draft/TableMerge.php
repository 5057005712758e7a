<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Setup\Pointer;

/**
 * What a table would change in a document: options and values known by code, else by label; rows by what they pick. What the
 * table does not have stays. In a sheet that the setup gave out, an empty cell takes out what stood there.
 */
final class TableMerge
{
    /** @var list<TableChange> */
    public array $changes = [];

    /** @var list<string> what the document has and the table has not */
    public array $kept = [];

    private readonly Meaning $meaning;
    private readonly NamedMembers $members;

    /** @var array<string, mixed> what the table says, as a document of its own */
    private readonly array $told;

    /** @var array<string, string> code of an option in the table's own document => in the document */
    private array $options = [];

    /** @var array<string, array<string, true>> code of an option => what the setup's own rows pick of it */
    private array $strays = [];

    /** @var array<int, NamedMembers> values of an option, by its place */
    private array $valuesAt = [];

    /** @var array<string, array<string, string>> code of an option in the document => code of a value in the table's own document => in the document */
    private array $values = [];

    /**
     * @param array<array-key, mixed> $document decoded, objects as arrays
     */
    private function __construct(private readonly array $document, private readonly DraftSource $source, int $minorUnits)
    {
        $this->meaning = new Meaning($minorUnits);
        $this->told = Drafter::of([$source])->document;
        $this->members = NamedMembers::of($document['options'] ?? null);
    }

    /**
     * @param array<array-key, mixed> $document decoded, objects as arrays
     */
    public static function of(array $document, DraftSource $source, int $minorUnits): self
    {
        $merge = new self($document, $source, $minorUnits);
        $merge->known();
        // A table of rows alone tells which values it picks, not what options there are.
        if ([] === $source->rows) {
            $merge->options();
        }
        $merge->rows();

        return $merge;
    }

    /** Which options and values of the table are which of the document. */
    private function known(): void
    {
        foreach (self::objects($this->told['options'] ?? null) as $i => $told) {
            $own = $this->source->options[$i];
            $place = $this->members->place($own->facts['code'] ?? null, $own->label->text());
            if (null === $place) {
                continue;
            }
            $code = $this->members->code($place);
            $this->options[self::text($told['code'] ?? null)] = $code;
            $values = $this->members->values($place);
            foreach (self::objects($told['values'] ?? null) as $j => $value) {
                $v = $values->place($own->values[$j]->facts['code'] ?? null, $own->values[$j]->label->text());
                $this->values[$code][self::text($value['code'] ?? null)] = null === $v ? self::text($value['code'] ?? null) : $values->code($v);
            }
        }
    }

    private function options(): void
    {
        $next = count($this->members->members);
        $seen = [];
        foreach (self::objects($this->told['options'] ?? null) as $i => $told) {
            $own = $this->source->options[$i];
            $index = $this->members->ofCode($this->options[self::text($told['code'] ?? null)] ?? '');
            if (null === $index) {
                $this->changes[] = new TableChange('/options/'.$next++, $this->translated($told), $own->label->from, sprintf('%s: a new option', $own->label->text()));
                continue;
            }
            $seen[$index] = true;
            $facts = $own->facts + ['label' => $own->label] + (null === $own->kind || OptionTable::ASSUMED_KIND === $own->kind->from ? [] : ['kind' => $own->kind]);
            $this->compare('/options/'.$index, $this->members->name($index), $this->members->members[$index], $told, $facts, $own->blank);
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
        foreach (self::objects($told['values'] ?? null) as $j => $value) {
            $v = $values->place($own->values[$j]->facts['code'] ?? null, $own->values[$j]->label->text());
            if (null === $v) {
                $fresh[] = [$this->translated($value), $own->values[$j]];
                continue;
            }
            $seen[$v] = true;
            $this->compare(sprintf('/options/%d/values/%d', $index, $v), $name.', '.$values->name($v), $values->members[$v], $value, $own->values[$j]->facts + ['label' => $own->values[$j]->label], $own->values[$j]->blank);
        }
        if ([] !== $fresh && [] === $values->members) {
            $this->changes[] = new TableChange(sprintf('/options/%d/values', $index), array_column($fresh, 0), $fresh[0][1]->label->from, sprintf('%s: %d values', $name, count($fresh)));
        } else {
            foreach ($fresh as $n => [$value, $draft]) {
                $this->changes[] = new TableChange(sprintf('/options/%d/values/%d', $index, count($values->members) + $n), $value, $draft->label->from, sprintf('%s: %s, a new value', $name, $draft->label->text()));
            }
        }
        $missing = array_map($values->name(...), array_keys(array_diff_key($values->members, $seen)));
        if ([] !== $missing && [] !== $own->values) {
            $this->kept[] = sprintf('%s: %s stand in the setup alone, and stay.', $name, implode(', ', $missing));
        }
    }

    private function rows(): void
    {
        if ([] === $this->source->rows) {
            return;
        }
        $told = is_array($this->told['variants'] ?? null) ? $this->told['variants'] : [];
        $by = array_map(fn (mixed $code): string => $this->options[self::text($code)] ?? '', is_array($told['by'] ?? null) ? $told['by'] : []);
        if ([] === $by || in_array('', $by, true)) {
            $names = array_filter($this->source->by, fn (string $label): bool => null === $this->members->place(null, $label));
            $this->source->leave('the table', sprintf('%s: no option of the setup is called so, and no column of a row.', implode(', ', $names)));

            return;
        }
        $variants = is_array($this->document['variants'] ?? null) ? $this->document['variants'] : [];
        $own = array_values(array_filter(is_array($variants['by'] ?? null) ? $variants['by'] : [], is_string(...)));
        $rows = self::objects($variants['rows'] ?? null);
        foreach ($rows as $row) {
            foreach ((array) ($row['pick'] ?? []) as $code => $answer) {
                foreach (is_bool($answer) ? [] : (array) $answer as $value) {
                    $this->strays[(string) $code][self::text($value)] = true;
                }
            }
        }
        $picks = array_map(fn (array $row): array => $this->pick($row['pick']), $this->source->rows);
        if ([] === $own) {
            $all = array_map(static fn (array $row, array $pick): array => ['pick' => (object) $pick] + $row, self::objects($told['rows'] ?? null), $picks);
            $unknown = array_filter(array_map($this->unknown(...), $picks), is_string(...));
            foreach ($unknown as $k => $why) {
                $this->source->leave(sprintf('row %d of the table', $k + 1), $why);
            }
            $this->changes[] = new TableChange('/variants', ['by' => $by, 'rows' => array_values(array_diff_key($all, $unknown))], 'the table', sprintf('%d variant rows', count($all) - count($unknown)));

            return;
        }
        if ([] !== array_diff($by, $own) || [] !== array_diff($own, $by)) {
            $this->source->leave('the table', sprintf('Its rows go by %s; those of the setup go by %s.', implode(', ', $by), implode(', ', $own)));

            return;
        }
        $at = [];
        foreach ($rows as $n => $row) {
            $at[self::print((array) ($row['pick'] ?? []))][] = $n;
        }
        $next = count($rows);
        $seen = [];
        foreach (self::objects($told['rows'] ?? null) as $k => $row) {
            $facts = $this->source->rows[$k]['facts'];
            $words = [] === $this->source->rows[$k]['pick'] ? 'Nothing picked' : implode(', ', $this->source->rows[$k]['pick']);
            $from = array_values($facts)[0]->from ?? sprintf('row %d of the table', $k + 1);
            $print = self::print($picks[$k]);
            // Doubled rows are known by their order.
            $n = isset($at[$print]) ? array_shift($at[$print]) : null;
            $unknown = $this->unknown($picks[$k]);
            if (null !== $unknown) {
                $this->source->leave($from, $unknown);
            } elseif (!isset($at[$print])) {
                $this->changes[] = new TableChange('/variants/rows/'.$next++, ['pick' => (object) $picks[$k]] + array_diff_key($row, ['pick' => 1]), $from, sprintf('%s: a new row', $words));
            } elseif (null === $n) {
                $this->source->leave($from, sprintf('A row for %s stands above it already.', $words));
            } else {
                $seen[$n] = true;
                $this->compare('/variants/rows/'.$n, $words, $rows[$n], $row, $facts, $this->source->rows[$k]['blank'] ?? []);
            }
        }
        $missing = count($rows) - count($seen);
        if ($missing > 0) {
            $this->kept[] = sprintf('%d %s of the setup %s not in the table, and %s.', $missing, 1 === $missing ? 'row' : 'rows', 1 === $missing ? 'is' : 'are', 1 === $missing ? 'stays' : 'stay');
        }
    }

    /**
     * @param array<array-key, mixed> $own   of the document
     * @param array<array-key, mixed> $told  of the table's own document
     * @param array<string, Fact>     $facts what the table says of it, by path
     * @param array<string, string>   $blank path => place of an empty cell
     */
    private function compare(string $at, string $name, array $own, array $told, array $facts, array $blank): void
    {
        $old = SheetPaths::of($own);
        $new = SheetPaths::of($this->translated($told));
        foreach (array_intersect_key($facts, $new) as $path => $fact) {
            $was = $old[$path] ?? null;
            if (!$fact->isSure || 'code' === $path || ('label' === $path && !$this->isNewLabel($own, $fact)) || $this->isSame($was, $new[$path], $path)) {
                continue;
            }
            $this->changes[] = new TableChange($at.self::below($path), $new[$path], $fact->from, sprintf('%s: %s %s', $name, SheetPaths::heading($path), null === $was ? 'is '.self::words($new[$path]) : sprintf('%s becomes %s', self::words($was), self::words($new[$path]))));
        }
        $left = $old;
        foreach (array_intersect_key($blank, $old) as $path => $from) {
            if ($this->isSame($old[$path], null, $path)) {
                continue;
            }
            unset($left[$path]);
            $parent = explode('/', $path)[0];
            $isLast = $parent !== $path && [] === array_filter(array_keys($left), static fn (string $other): bool => str_starts_with($other, $parent.'/'));
            $this->changes[] = new TableChange($at.($isLast ? self::below($parent) : self::below($path)), null, $from, sprintf('%s: %s %s is taken out', $name, SheetPaths::heading($path), self::words($old[$path])));
        }
    }

    /**
     * A label is told where it is another one, not where an option is known by it.
     *
     * @param array<array-key, mixed> $own
     */
    private function isNewLabel(array $own, Fact $label): bool
    {
        return $this->source->isExact && $label->text() !== self::text($own['code'] ?? null);
    }

    private function isSame(mixed $a, mixed $b, string $path): bool
    {
        $key = basename($path);
        $of = fn (mixed $value): mixed => $this->meaning->of(json_decode(json_encode([$key => $value], JSON_THROW_ON_ERROR)));

        return Meaning::isSame($of($a), $of($b));
    }

    /**
     * With the codes of the document in its conditions.
     *
     * @param array<array-key, mixed> $thing
     *
     * @return array<array-key, mixed>
     */
    private function translated(array $thing): array
    {
        $option = is_string($thing['option'] ?? null) ? $this->options[$thing['option']] ?? $thing['option'] : null;
        foreach ($thing as $key => $own) {
            if (null !== $option && 'option' === $key) {
                $thing[$key] = $option;
            } elseif (null !== $option && 'is' === $key && !is_bool($own)) {
                $codes = array_map(fn (mixed $value): string => $this->values[$option][self::text($value)] ?? self::text($value), (array) $own);
                $thing[$key] = is_array($own) ? $codes : $codes[0];
            } elseif (is_array($own)) {
                $thing[$key] = $this->translated($own);
            }
        }

        return $thing;
    }

    /**
     * A row's pick by the codes of the document; a value that it does not have stands as the cell says it.
     *
     * @param array<string, string> $cells label of an option => what its cell says
     *
     * @return array<string, mixed>
     */
    private function pick(array $cells): array
    {
        $pick = [];
        foreach ($cells as $label => $cell) {
            $place = $this->members->place(null, $label);
            if (null === $place) {
                continue;
            }
            $values = $this->valuesAt[$place] ??= $this->members->values($place);
            $code = $this->members->code($place);
            $answer = match ($this->members->members[$place]['kind'] ?? null) {
                'flag' => true === Cells::yes($cell) ? true : null,
                'several' => null !== $values->place(null, $cell) ? [self::valueOf($values, $cell)] : array_map(static fn (string $part): string => self::valueOf($values, trim($part)), explode(';', $cell)),
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
                if (null === $values->ofCode(self::text($value)) && !isset($this->strays[$code][self::text($value)])) {
                    return sprintf('%s has no value “%s”.', $this->members->name($place), self::text($value));
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
        $pick = array_filter($pick, static fn (mixed $value): bool => !in_array($value, [false, null, []], true));
        ksort($pick);
        foreach ($pick as $key => $value) {
            if (is_array($value)) {
                sort($value);
                $pick[$key] = $value;
            }
        }

        return json_encode($pick, JSON_THROW_ON_ERROR);
    }

    private static function below(string $path): string
    {
        return '/'.implode('/', array_map(Pointer::escape(...), explode('/', $path)));
    }

    private static function words(mixed $value): string
    {
        return is_bool($value) ? ($value ? 'yes' : 'no') : (is_scalar($value) ? (string) $value : mb_strimwidth(SheetCell::json($value), 0, 80, '…', 'UTF-8'));
    }

    private static function text(mixed $value): string
    {
        return is_scalar($value) ? (string) $value : '';
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    private static function objects(mixed $list): array
    {
        return is_array($list) ? array_values(array_map(static fn (mixed $one): array => (array) $one, $list)) : [];
    }
}
