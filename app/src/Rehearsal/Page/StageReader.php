<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Page\CarriedEntries;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\PlaceLearner;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Setup\Setup;

/**
 * Reads what the page of an item, cart, checkout and order say, by the places of the map. What the map does not say is
 * not looked at: it stands as expected, and is told apart.
 *
 * @phpstan-import-type Line from Check
 */
final class StageReader
{
    private readonly PlaceLearner $places;
    private readonly CarriedEntries $entries;

    /** @var array<string, true> stage and field that were not looked at since a check began */
    public array $unseen = [];

    public function __construct(private readonly Setup $setup, private readonly PageMap $map)
    {
        $this->places = new PlaceLearner([], $setup->currency->minorUnits);
        $this->entries = new CarriedEntries($setup);
    }

    /**
     * @return array{unitPrice: string|null, total: string|null, entries: list<mixed>, image: string|null}|null
     */
    public function pageSays(PageSnapshot $page, Check $check): ?array
    {
        $line = $check->lines[count($check->lines) - 1] ?? null;
        if (null === $line) {
            return null;
        }
        $said = [];
        foreach (['unitPrice' => 'unit price', 'total' => 'total', 'image' => 'image'] as $field => $words) {
            $element = isset($this->map->places[$field])
                ? Signature::find($page->root, $this->map->places[$field])
                : null;
            if (null === $element) {
                $this->note('page ' . $words, $line[$field]);
                $said[$field] = $line[$field];
            } else {
                $own = $this->read($field, $element, $words);
                $said[$field] =
                    'image' === $field &&
                    null !== $line['image'] &&
                    null !== $own &&
                    PlaceLearner::file($line['image']) === $own
                        ? $line['image']
                        : $own;
            }
        }
        $entries = $line['entries']['page'] ?? [];
        $list = isset($this->map->places['entries'])
            ? Signature::find($page->root, $this->map->places['entries'])
            : null;
        if (null === $list) {
            // Beside the fields themselves nothing shows what was answered.
            $this->note('page entries', $entries);
        } else {
            $entries = $this->entries->read($list, $entries);
        }

        return [
            'unitPrice' => $said['unitPrice'],
            'total' => $said['total'],
            'entries' => $entries,
            'image' => $said['image'],
        ];
    }

    /**
     * @throws NoAnswer where it says something else all the time
     */
    private function read(string $field, PageElement $element, string $words): ?string
    {
        if ($element->moves()) {
            throw new NoAnswer(sprintf('What the page says of the %s never comes to rest.', $words), true);
        }

        return $this->places->said($field, $element);
    }

    /** Where nothing is expected, as of a setup without pictures or points, nobody has to look. */
    public function note(string $what, mixed $expected): void
    {
        if (!in_array($expected, [null, '', '0', [], 0], true)) {
            $this->unseen[$what] = true;
        }
    }

    /**
     * @return array{lines: list<array<string, mixed>>, total: string|null}|null
     */
    public function stage(string $stage, ?LinePlaces $places, PageSnapshot $page, Check $check): ?array
    {
        if (null === $places) {
            $this->unseen[$stage] = true;

            return null;
        }
        $lines = $places->lines($page);
        $main = $this->mainLines($places, $page);
        $found = [];
        foreach ($main as $i => $element) {
            $expected = $check->lines[$i] ?? $check->lines[count($check->lines) - 1];
            $found[] = $this->line($stage, $places, $element, $expected, $this->ownBehind($lines, $element, $places));
        }
        $total = null === $places->total ? null : Signature::find($page->root, $places->total);
        if (null === $total) {
            $this->unseen[$stage . ' total'] = true;
        }

        return [
            'lines' => $found,
            'total' =>
                null === $total
                    ? Cells::sum(array_map(static fn(array $l): ?string => $l['total'], $check->lines))
                    : $this->places->said('total', $total),
        ];
    }

    /**
     * @param Line $expected
     * @param list<PageElement> $own rows of parts that stand behind it
     *
     * @return array<string, mixed>
     */
    private function line(string $stage, LinePlaces $places, PageElement $element, array $expected, array $own): array
    {
        $line = ['points' => $expected['points'], 'name' => $expected['name']];
        $this->note($stage . ' points', $expected['points']);
        foreach (LinePlaces::FIELDS as $field) {
            $place = isset($places->fields[$field]) ? Signature::find($element, $places->fields[$field]) : null;
            if (null === $place) {
                $this->note($stage . ' ' . $field, $expected[$field]);
                $line[$field] = $expected[$field];
                continue;
            }
            $said = $this->read($field, $place, $field);
            $line[$field] = match (true) {
                'sku' === $field &&
                    null !== $said &&
                    1 === preg_match('/(?<![\w\-])' . preg_quote($expected['sku'], '/') . '(?![\w\-])/u', $said)
                    => $expected['sku'],
                'image' === $field &&
                    null !== $said &&
                    null !== $expected['image'] &&
                    PlaceLearner::file($expected['image']) === $said
                    => $expected['image'],
                default => $said,
            };
        }
        $line['entries'] = $this->entries->read($element, $expected['entries'][$stage] ?? []);
        $line['ownLines'] =
            [] === $expected['ownLines'] && [] === $own ? [] : $this->ownLines($places, $own, $expected);

        return $line;
    }

    /**
     * @return list<PageElement> lines of the item itself
     */
    public function mainLines(?LinePlaces $places, PageSnapshot $page): array
    {
        return array_values(
            array_filter($places?->lines($page) ?? [], fn(PageElement $line): bool => !$this->isPart($line, $places)),
        );
    }

    private function isPart(PageElement $line, ?LinePlaces $places): bool
    {
        $sku = isset($places->fields['sku']) ? Signature::find($line, $places->fields['sku'])?->text() : null;
        foreach ($this->setup->parts as $part) {
            if (
                null !== $sku
                    ? $sku === $part->sku
                    : str_contains($line->text(), $part->name) && !str_contains($line->text(), $this->setup->item->name)
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<PageElement> $lines
     *
     * @return list<PageElement>
     */
    private function ownBehind(array $lines, PageElement $line, LinePlaces $places): array
    {
        $own = [];
        $isBehind = false;
        foreach ($lines as $each) {
            if ($each === $line) {
                $isBehind = true;
            } elseif ($isBehind) {
                if (!$this->isPart($each, $places)) {
                    break;
                }
                $own[] = $each;
            }
        }

        return $own;
    }

    /**
     * @param list<PageElement> $rows
     * @param Line $expected
     *
     * @return list<array<string, mixed>>
     */
    private function ownLines(LinePlaces $places, array $rows, array $expected): array
    {
        $own = [];
        foreach ($rows as $n => $row) {
            $wanted = $expected['ownLines'][$n] ?? [];
            $line = [];
            foreach (['sku', 'quantity', 'lineTotal'] as $field) {
                $place = isset($places->fields[$field]) ? Signature::find($row, $places->fields[$field]) : null;
                $said = null === $place ? null : $this->places->said($field, $place);
                $known = $wanted[$field] ?? null;
                $known = is_scalar($known) ? (string) $known : null;
                $line[$field] =
                    null === $place || ('lineTotal' === $field && Cells::isSame($known, $said)) ? $known : $said;
            }
            $own[] = $line;
        }

        return $own;
    }
}
