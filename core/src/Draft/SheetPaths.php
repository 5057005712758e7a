<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\SchemaPlace;

/**
 * What the columns of a setup's own sheets hold: a path below an option, a value or a row, and how it is written in a
 * cell. A path that is not named here is written as JSON.
 */
final class SheetPaths
{
    /** The column of an option's code, and that of a value's; by them a sheet of our own is known. */
    public const OPTION = 'option (code)';
    public const VALUE = 'value (code)';

    /** What stands before the label of an option that rows go by. */
    public const PICK = 'pick: ';

    /** In the order of columns; what inputs are limited by stands between these and those. */
    private const FIRST = [
        'label' => 'text',
        'kind' => 'text',
        'required' => 'yes',
        'charge' => 'charge',
        'sku' => 'text',
        'price' => 'amount',
        'salePrice' => 'amount',
        'cost' => 'amount',
        'stock' => 'whole',
        'weight' => 'decimal',
        'points' => 'whole',
        'image' => 'text',
        'swatch' => 'text',
        'item' => 'text',
        'free' => 'yes',
        'line' => 'text',
        'default' => 'text',
        'hidden' => 'yes',
        'shownWhen' => 'condition',
        'allowedWhen' => 'condition',
        'help' => 'text',
        'section' => 'text',
        'picks/min' => 'whole',
        'picks/max' => 'whole',
    ];
    private const LAST = [
        'yes/charge' => 'charge',
        'yes/weight' => 'decimal',
        'yes/points' => 'whole',
        'yes/sku' => 'text',
        'yes/image' => 'text',
        'yes/cost' => 'amount',
        'size/length' => 'decimal',
        'size/width' => 'decimal',
        'size/height' => 'decimal',
        'size/unit' => 'text',
        'control' => 'some',
        'stages' => 'list',
    ];

    /** @var array<string, string>|null path => how its cells are written */
    private static ?array $all = null;

    /** @var array<string, true>|null objects whose keys have a column each */
    private static ?array $parted = null;

    /** An object that has a column for each of its keys, whatever they are. */
    private const FIGURES = 'figures';

    /**
     * What an object says, by path; what it is known by and its members are not among it.
     *
     * @param array<array-key, mixed> $object
     *
     * @return array<string, mixed>
     */
    public static function of(array $object): array
    {
        $leaves = [];
        foreach (array_diff_key($object, ['code' => 1, 'values' => 1, 'pick' => 1]) as $key => $own) {
            if (is_array($own) && isset(self::parted()[$key]) && !array_is_list($own)) {
                foreach ($own as $below => $leaf) {
                    $leaves[$key . '/' . $below] = $leaf;
                }
            } else {
                $leaves[(string) $key] = $own;
            }
        }

        return $leaves;
    }

    /**
     * @param array<string, mixed> $paths by path
     *
     * @return list<string> in the order of columns
     */
    public static function ordered(array $paths): array
    {
        $known = array_keys(array_intersect_key(self::all(), $paths));

        return [...$known, ...array_keys(array_diff_key($paths, self::all()))];
    }

    /**
     * @return array<string, string> path => how its cells are written, in the order of columns
     */
    private static function all(): array
    {
        return self::$all ??= array_merge(
            self::FIRST,
            ...array_map(static fn(string $type): array => $type::cells(), Kind::types()),
            ...[self::LAST],
        );
    }

    /**
     * @return array<string, true> objects whose keys have a column each
     */
    private static function parted(): array
    {
        if (null !== self::$parted) {
            return self::$parted;
        }
        $parted = [self::FIGURES => true];
        foreach (array_keys(self::all()) as $path) {
            if (str_contains($path, '/')) {
                $parted[explode('/', $path)[0]] = true;
            }
        }

        return self::$parted = $parted;
    }

    /** How the cells of a path are written: "text", "yes", "amount", …; "json" where nothing else is known. */
    public static function how(string $path): string
    {
        return self::all()[$path] ?? (str_starts_with($path, 'figures/') ? 'text' : 'json');
    }

    /** A path as the heading of a column: "shown when", "length max". */
    public static function heading(string $path): string
    {
        return str_starts_with($path, 'figures/')
            ? 'figures ' . substr($path, 8)
            : strtolower((string) preg_replace('/(?<=[a-z])(?=[A-Z])|\//', ' ', $path));
    }

    /** The path that a heading names; null where none is. */
    public static function path(string $heading): ?string
    {
        if (1 === preg_match('/^figures\s+(\S+)$/i', $heading, $m)) {
            return 'figures/' . $m[1];
        }
        foreach (array_keys(self::all()) as $path) {
            if (Columns::plain(self::heading($path)) === Columns::plain($heading)) {
                return $path;
            }
        }

        return 1 === preg_match('/^[a-z][A-Za-z]*$/D', $heading) ? $heading : null;
    }

    /** Where a path of a line leads, as in "length/max". */
    public static function place(SchemaPlace $line, string $path): SchemaPlace
    {
        foreach (explode('/', $path) as $n => $step) {
            $line = (0 === $n ? $line : $line->holding(new \stdClass()))->at($step);
        }

        return $line;
    }
}
