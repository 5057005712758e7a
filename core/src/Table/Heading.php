<?php

declare(strict_types=1);

namespace Ithrel\Core\Table;

/**
 * What the heading of a column means: one recogniser for every table. A heading is told by, in this order, the exact
 * code; the exact label; code or label in any case, with blanks, "_" and "-" alike; the only one that it begins, or
 * that begins with it; a word of the trade. What stands in brackets at the end is the unit, and does not count.
 */
final class Heading
{
    /** Words of the trade by what they mean (common practice, no source); as plain() leaves them. */
    private const TRADE = [
        'sku' => [
            'sku',
            'article',
            'article no',
            'article number',
            'item no',
            'item number',
            'product code',
            'product no',
            'part no',
            'part number',
            'stock code',
            'order code',
        ],
        'price' => ['price', 'unit price', 'list price', 'regular price', 'retail price', 'rrp', 'each'],
        'salePrice' => ['sale price', 'special price', 'offer price', 'reduced price', 'promo price'],
        'charge' => [
            'charge',
            'surcharge',
            'extra',
            'extra charge',
            'extra price',
            'upcharge',
            'price',
            'added price',
            'additional price',
            'price change',
            'price difference',
            'price modifier',
            'adjustment',
        ],
        'sign' => ['sign', '+/', '+/-', '±', 'plus/minus', 'plus or minus', 'prefix'],
        'quantity' => ['quantity', 'qty', 'pieces', 'pcs', 'count', 'units', 'order quantity', 'no of pieces'],
        'stock' => [
            'stock',
            'in stock',
            'quantity in stock',
            'stock level',
            'stock quantity',
            'stock qty',
            'inventory',
            'on hand',
            'available quantity',
            'units in stock',
        ],
        'total' => [
            'total',
            'expected',
            'expected total',
            'line total',
            'sum',
            'price expected',
            'amount',
            'total price',
            'grand total',
            'line price',
        ],
        'unitPrice' => ['unit price', 'price', 'each', 'expected price', 'price each', 'price per piece', 'unit cost'],
        'weight' => ['weight', 'mass', 'shipping weight'],
        'cost' => ['cost', 'cost price', 'purchase price', 'buying price'],
        'gtin' => ['barcode', 'gtin', 'ean', 'upc'],
        'image' => ['image', 'picture', 'photo', 'image file', 'image name', 'picture file'],
        'swatch' => ['swatch', 'thumbnail', 'chip'],
        'sort' => ['sort', 'sort order', 'sort no', 'sort number', 'position', 'sequence', 'rank'],
        'option' => ['option', 'option name', 'option label', 'attribute', 'question'],
        'value' => ['value', 'values', 'choice', 'choices', 'value name', 'option value', 'answer'],
        'kind' => ['kind', 'type', 'input type', 'field type'],
        'code' => ['code'],
        'label' => ['label', 'caption'],
        'default' => ['default', 'preselected', 'is default'],
        'required' => ['required', 'mandatory', 'is required'],
        'min' => ['min', 'minimum', 'least', 'from'],
        'max' => ['max', 'maximum', 'most', 'max length', 'to'],
        'step' => ['step', 'increment'],
        'unit' => ['unit', 'unit of measure', 'uom'],
        'help' => ['help', 'help text', 'hint', 'description'],
        'shownWhen' => ['shown when', 'show when', 'show if', 'visible when', 'visible if', 'condition'],
        'number' => ['#', 'no', 'number', 'line', 'row'],
    ];

    /**
     * @param list<string> $meanings that a table takes, the first of which counts where a word means several
     *
     * @return string|null one of them
     */
    public static function trade(string $title, array $meanings): ?string
    {
        foreach ([self::plain($title), self::plain(self::withoutUnit($title))] as $plain) {
            foreach ($meanings as $meaning) {
                if (in_array(str_replace(' ', '', $plain), self::words($meaning), true)) {
                    return $meaning;
                }
            }
        }

        return null;
    }

    /**
     * @return list<string> without blanks, as "sur-charge" is "surcharge"
     */
    private static function words(string $meaning): array
    {
        return array_map(
            static fn(string $word): string => str_replace(' ', '', $word),
            self::TRADE[$meaning] ?? [self::plain($meaning)],
        );
    }

    /**
     * Which of some things a heading names.
     *
     * @param array<int, list<string>> $names of each, its code first
     *
     * @return list<int> the one; several: it could be any of them; none: it names none
     */
    public static function named(string $title, array $names): array
    {
        $title = trim($title);
        $plain = self::plain($title);
        $bare = self::plain(self::withoutUnit($title));
        if ('' === $bare) {
            return [];
        }
        $codes = array_map(static fn(array $all): array => array_slice($all, 0, 1), $names);

        return self::where($codes, static fn(string $n): bool => $n === $title) ??
            (self::where($names, static fn(string $n): bool => $n === $title) ??
                (self::where($names, static fn(string $n): bool => self::plain($n) === $plain) ??
                    (self::where($names, static fn(string $n): bool => self::plain(self::withoutUnit($n)) === $bare) ??
                        // At the end of a word alone: "Width" begins "Width in inches", and not "Widthless".
                        (self::where(
                            $names,
                            static fn(string $n): bool => str_starts_with(self::plain($n) . ' ', $bare . ' ') ||
                                str_starts_with($bare . ' ', self::plain(self::withoutUnit($n)) . ' '),
                        ) ??
                            []))));
    }

    /**
     * @param array<int, list<string>> $names
     * @param \Closure(string): bool $is
     *
     * @return non-empty-list<int>|null those of which a name is so
     */
    private static function where(array $names, \Closure $is): ?array
    {
        $found = [];
        foreach ($names as $i => $all) {
            foreach ($all as $name) {
                if ('' !== self::plain(self::withoutUnit($name)) && $is($name)) {
                    $found[] = $i;
                    break;
                }
            }
        }

        return [] === $found ? null : $found;
    }

    /** The unit in brackets at the end; null where there is none. */
    public static function unit(string $title): ?string
    {
        return 1 === preg_match('/[\(\[（]\s*([^()\[\]（）]+?)\s*[\)\]）]\s*[*:]?\s*$/u', $title, $m) ? $m[1] : null;
    }

    public static function withoutUnit(string $title): string
    {
        return trim((string) preg_replace('/\s*[\(\[（][^()\[\]（）]*[\)\]）]\s*[*:]?\s*$/u', '', $title));
    }

    /** Letter case, blanks, "_" and "-" made alike, without a mark of required, a colon or a stop at the end. */
    public static function plain(string $title): string
    {
        $plain = mb_strtolower(trim((string) preg_replace('/[\s_\-]+/u', ' ', $title)));

        return rtrim($plain, '*:. ');
    }
}
