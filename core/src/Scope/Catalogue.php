<?php

declare(strict_types=1);

namespace Ithrel\Core\Scope;

use Ithrel\Core\Document\Problem;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Setup\Scope;
use Ithrel\Core\Table\Csv;

/**
 * The items of a shop: a table with the columns sku, name, categories and tags; several in one cell are parted by ";"
 * or "|".
 */
final readonly class Catalogue
{
    private const COLUMNS = [
        'sku' => 'sku',
        'name' => 'name',
        'item' => 'name',
        'category' => 'categories',
        'categories' => 'categories',
        'tag' => 'tags',
        'tags' => 'tags',
    ];

    /**
     * @param list<CatalogueItem> $items
     */
    private function __construct(public array $items) {}

    /**
     * @throws UnreadableDocument
     */
    public static function read(string $csv): self
    {
        $rows = Csv::numbered($csv);
        $first = array_key_first($rows) ?? 1;
        $columns = [];
        foreach ($rows[$first] ?? [] as $i => $heading) {
            $key = self::COLUMNS[strtolower(trim($heading))] ?? null;
            if (null !== $key) {
                $columns[$key] ??= $i;
            }
        }
        if (!isset($columns['sku'])) {
            throw UnreadableDocument::at(
                'line ' . $first,
                'A table with a column "sku" was expected, and "name", "categories" and "tags" beside it.',
            );
        }
        unset($rows[$first]);
        $items = $seen = $problems = [];
        foreach ($rows as $line => $cells) {
            $cell = static fn(string $key): string => $cells[$columns[$key] ?? -1] ?? '';
            $sku = $cell('sku');
            if ('' === $sku || isset($seen[$sku])) {
                $problems[] = new Problem(
                    'line ' . $line,
                    '' === $sku
                        ? 'It has no SKU.'
                        : sprintf('The SKU "%s" stands in line %d already.', $sku, $seen[$sku]),
                );
                continue;
            }
            $seen[$sku] = $line;
            $items[] = new CatalogueItem(
                $sku,
                $cell('name'),
                self::several($cell('categories')),
                self::several($cell('tags')),
            );
        }
        if ([] !== $problems) {
            throw new UnreadableDocument($problems);
        }

        return new self($items);
    }

    /**
     * @return list<CatalogueItem>
     */
    public function hitBy(Scope $scope): array
    {
        return array_values(array_filter($this->items, static fn(CatalogueItem $item): bool => $item->isHitBy($scope)));
    }

    /**
     * @param 'categories'|'tags' $kind
     *
     * @return list<string> each once
     */
    public function words(string $kind): array
    {
        return array_values(
            array_unique(
                array_merge(...array_map(static fn(CatalogueItem $item): array => $item->{$kind}, $this->items)),
            ),
        );
    }

    /**
     * @return list<string>
     */
    private static function several(string $cell): array
    {
        $parts = preg_split('/[;|]/', $cell);

        return array_values(
            array_filter(
                array_map(trim(...), false === $parts ? [$cell] : $parts),
                static fn(string $part): bool => '' !== $part,
            ),
        );
    }
}
