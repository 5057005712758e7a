<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Document\JsonText;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\SchemaPlace;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Words\ConditionWords;

/**
 * The sheets that a setup gives out as CSV, to be changed in a spreadsheet and brought back: one of its options, a line
 * an option and a line a value, and one of its variant rows. What a cell could not say as a person writes it is said as
 * JSON: each sheet is read back before it is given out, and every cell that came back as something else is written so.
 */
final class SetupSheet
{
    /** @var array<string, array<string, string>> code of an option => code of a value => what a cell calls it */
    private array $valueNames = [];

    /** @var array<string, mixed> */
    private readonly array $document;

    /**
     * @param string $text of the document that the setup was read from
     */
    public function __construct(private readonly Setup $setup, string $text)
    {
        $this->document = JsonText::members($text);
    }

    public function options(): string
    {
        $lines = [];
        $options = SchemaPlace::ofDocument()->holding(new \stdClass())->at('options')->holding([]);
        foreach (NamedMembers::listed($this->document['options'] ?? null) as $o => $option) {
            $code = is_string($option['code'] ?? null) ? $option['code'] : '';
            $place = $options->at(0)->holding(NamedMembers::objects($option));
            $lines[] = [[$code, ''], SheetPaths::of($option), $this->setup->options[$o]->shownWhen, $place];
            foreach (NamedMembers::listed($option['values'] ?? null) as $v => $value) {
                $own = is_scalar($value['code'] ?? null) ? (string) $value['code'] : '';
                $lines[] = [
                    ['', $own],
                    SheetPaths::of($value),
                    $this->setup->options[$o]->values[$v]->allowedWhen,
                    $place->at('values')->holding([])->at(0)->holding(NamedMembers::objects($value)),
                ];
            }
        }

        return $this->sheet([SheetPaths::OPTION, SheetPaths::VALUE], $lines, self::optionsOf(...));
    }

    /** Null where the setup has no rows. */
    public function rows(): ?string
    {
        $variants = $this->document['variants'] ?? null;
        $by =
            is_array($variants) && is_array($variants['by'] ?? null)
                ? array_values(array_filter($variants['by'], is_string(...)))
                : [];
        if (!is_array($variants) || [] === $by || [] === ($variants['rows'] ?? [])) {
            return null;
        }
        $lines = [];
        $variant = SchemaPlace::ofDocument()->holding(new \stdClass())->at('variants')->holding(new \stdClass());
        $place = $variant->at('rows')->holding([])->at(0)->holding(new \stdClass());
        foreach (NamedMembers::listed($variants['rows'] ?? null) as $row) {
            $pick = is_array($row['pick'] ?? null) ? $row['pick'] : [];
            $lines[] = [
                array_map(fn(string $code): string => $this->answer($code, $pick[$code] ?? null), $by),
                SheetPaths::of($row),
                null,
                $place,
            ];
        }

        return $this->sheet(
            array_map(fn(string $code): string => SheetPaths::PICK . $this->name($code), $by),
            $lines,
            self::rowsOf(...),
        );
    }

    /**
     * @param list<string> $known headings of what a line is known by
     * @param list<array{
     *     list<string>,
     *     array<string, mixed>,
     *     Condition|null,
     *     SchemaPlace,
     * }> $lines what it is known by, what it says by path, its condition, and where it stands
     * @param \Closure(DraftSource): list<array<string, mixed>> $said by each line of a sheet that was read back
     */
    private function sheet(array $known, array $lines, \Closure $said): string
    {
        $paths = SheetPaths::ordered(array_merge(...array_column($lines, 1), ...[[]]));
        $headings = [...$known, ...array_map(SheetPaths::heading(...), $paths)];
        $words = new ConditionWords($this->setup->options);
        $rows = [];
        foreach ($lines as [$lead, $says, $condition]) {
            $cells = $lead;
            foreach ($paths as $path) {
                $cells[] = match (true) {
                    !array_key_exists($path, $says) || null === $says[$path] => '',
                    'condition' === SheetPaths::how($path) => null === $condition
                        ? SheetCell::json($says[$path])
                        : $words->of($condition),
                    default => SheetCell::write($says[$path], SheetPaths::how($path)) ?? SheetCell::json($says[$path]),
                };
            }
            $rows[] = $cells;
        }
        $meaning = new Meaning($this->setup->currency->minorUnits);
        $back = $said(TableReader::read(Csv::text([$headings, ...$rows]), 'sheet', $this->setup->currency->minorUnits));
        foreach ($lines as $n => [$lead, $says, , $line]) {
            foreach ($paths as $c => $path) {
                $is = $says[$path] ?? null;
                $found = $back[$n][$path] ?? null;
                $place = SheetPaths::place($line, $path);
                if (
                    null !== $is &&
                    !Meaning::isSame(
                        $meaning->of(NamedMembers::objects($is), $place),
                        $meaning->of(NamedMembers::objects($found), $place),
                    )
                ) {
                    $rows[$n] = array_replace($rows[$n], [count($lead) + $c => SheetCell::json($is)]);
                }
            }
        }

        return Csv::text([$headings, ...array_map(array_values(...), $rows)]);
    }

    /**
     * What each line of a sheet of options says once it was read back.
     *
     * @return list<array<string, mixed>>
     */
    private static function optionsOf(DraftSource $source): array
    {
        $says = [];
        foreach (NamedMembers::listed(Drafter::of([$source])->document['options'] ?? null) as $option) {
            $says[] = SheetPaths::of($option);
            foreach (NamedMembers::listed($option['values'] ?? null) as $value) {
                $says[] = SheetPaths::of($value);
            }
        }

        return $says;
    }

    /**
     * @return list<array<string, mixed>>
     */
    private static function rowsOf(DraftSource $source): array
    {
        return array_map(
            static fn(array $row): array => array_map(static fn(Fact $fact): mixed => $fact->value, $row['facts']),
            $source->rows,
        );
    }

    /** The label of an option where it names it alone, else its code. */
    private function name(string $code): string
    {
        $label = $this->setup->option($code)->label ?? $code;
        $same = array_filter(
            $this->setup->options,
            static fn($o): bool => PriceSheet::plain($o->label) === PriceSheet::plain($label),
        );

        return 1 === count($same) && trim($label) === $label && !str_contains($label, "\n") ? $label : $code;
    }

    private function answer(string $code, mixed $pick): string
    {
        if (is_bool($pick) || null === $pick) {
            return true === $pick ? 'yes' : '';
        }

        return implode(
            '; ',
            array_map(
                fn(mixed $value): string => ($this->valueNames[$code][
                    is_scalar($value) ? (string) $value : ''
                ] ??= $this->valueName($code, is_scalar($value) ? (string) $value : '')),
                is_array($pick) ? $pick : [$pick],
            ),
        );
    }

    private function valueName(string $option, string $code): string
    {
        $values = $this->setup->option($option)->values ?? [];
        $label = $this->setup->option($option)?->value($code)->label ?? $code;
        $same = array_filter(
            $values,
            static fn($v): bool => PriceSheet::plain($v->label) === PriceSheet::plain($label) ||
                PriceSheet::plain($v->code) === PriceSheet::plain($label),
        );

        return 1 === count($same) && trim($label) === $label && 1 !== preg_match('/[;\n]|^\'/', $label)
            ? $label
            : $code;
    }
}
