<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Diff\Meaning;
use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Setup\SchemaPlace;

/**
 * Holds what a table says of an option, a value or a row against what the document says of it.
 */
final readonly class TableComparison
{
    /**
     * @param array<string, string> $options code of an option in the table's own document => in the
     *                                       document
     * @param array<string, array<string, string>> $values code of an option in the document => code of a value in the
     *                                                     table's own document => in the document
     * @param bool $isExact whether the setup gave the table out
     */
    public function __construct(
        private Meaning $meaning,
        public array $options,
        private array $values,
        private bool $isExact,
    ) {}

    /**
     * @param array<array-key, mixed> $own of the document
     * @param array<array-key, mixed> $told of the table's own document
     * @param array<string, Fact> $facts what the table says of it, by path
     * @param array<string, string> $blank path => place of an empty cell
     *
     * @return list<TableChange>
     */
    public function changes(string $at, string $name, array $own, array $told, array $facts, array $blank): array
    {
        $old = SheetPaths::of($own);
        $new = SheetPaths::of($this->translated($told));
        $place = self::place($at, $own);
        $changes = [];
        foreach (array_intersect_key($facts, $new) as $path => $fact) {
            $was = $old[$path] ?? null;
            if (
                !$fact->isSure ||
                'code' === $path ||
                ('label' === $path && !$this->isNewLabel($own, $fact)) ||
                $this->isSame($was, $new[$path], SheetPaths::place($place, $path))
            ) {
                continue;
            }
            $becomes =
                null === $was
                    ? 'is ' . self::words($new[$path])
                    : sprintf('%s becomes %s', self::words($was), self::words($new[$path]));
            $changes[] = new TableChange(
                $at . self::below($path),
                $new[$path],
                $fact->from,
                sprintf('%s: %s %s', $name, SheetPaths::heading($path), $becomes),
            );
        }
        $left = $old;
        foreach (array_intersect_key($blank, $old) as $path => $from) {
            if ($this->isSame($old[$path], null, SheetPaths::place($place, $path))) {
                continue;
            }
            unset($left[$path]);
            $parent = explode('/', $path)[0];
            // What would be left of an object that says nothing any more goes with its last part.
            $isLast =
                $parent !== $path &&
                [] ===
                    array_filter(
                        array_keys($left),
                        static fn(string $other): bool => str_starts_with($other, $parent . '/'),
                    );
            $changes[] = new TableChange(
                $at . self::below($isLast ? $parent : $path),
                null,
                $from,
                sprintf('%s: %s %s is taken out', $name, SheetPaths::heading($path), self::words($old[$path])),
            );
        }

        return $changes;
    }

    /**
     * A label is told where it is another one, not where an option is known by it.
     *
     * @param array<array-key, mixed> $own
     */
    private function isNewLabel(array $own, Fact $label): bool
    {
        return $this->isExact && $label->text() !== ($own['code'] ?? null);
    }

    private function isSame(mixed $a, mixed $b, SchemaPlace $place): bool
    {
        $of = fn(mixed $value): mixed => $this->meaning->ofMember(NamedMembers::objects($value), $place);

        return Meaning::isSame($of($a), $of($b));
    }

    /**
     * What stands at a place of the document: an option, one of its values, or a row.
     *
     * @param array<array-key, mixed> $own
     */
    private static function place(string $at, array $own): SchemaPlace
    {
        $place = SchemaPlace::ofDocument();
        foreach (Pointer::steps($at) as $step) {
            // Values of all kinds of options say the same.
            $around = ctype_digit($step) ? [] : (object) ['kind' => 'one'];
            $place = $place->holding($around)->at(ctype_digit($step) ? (int) $step : $step);
        }

        return $place->holding(NamedMembers::objects($own));
    }

    /**
     * With the codes of the document in its conditions.
     *
     * @param array<array-key, mixed> $thing
     *
     * @return array<array-key, mixed>
     */
    public function translated(array $thing): array
    {
        $option = is_string($thing['option'] ?? null) ? $this->options[$thing['option']] ?? $thing['option'] : null;
        foreach ($thing as $key => $own) {
            if (null !== $option && 'option' === $key) {
                $thing[$key] = $option;
            } elseif (null !== $option && 'is' === $key && !is_bool($own)) {
                $codes = array_map(
                    fn(mixed $value): string => $this->values[$option][is_string($value) ? $value : ''] ??
                        (is_string($value) ? $value : ''),
                    (array) $own,
                );
                $thing[$key] = is_array($own) ? $codes : $codes[0];
            } elseif (is_array($own)) {
                $thing[$key] = $this->translated($own);
            }
        }

        return $thing;
    }

    private static function below(string $path): string
    {
        return '/' . implode('/', array_map(Pointer::escape(...), explode('/', $path)));
    }

    private static function words(mixed $value): string
    {
        return is_bool($value)
            ? ($value
                ? 'yes'
                : 'no')
            : (is_scalar($value)
                ? (string) $value
                : mb_strimwidth(SheetCell::json($value), 0, 80, '…', 'UTF-8'));
    }
}
