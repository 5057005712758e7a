<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Seen;
use Ithrel\Core\Diagnosis\Source;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Labels, carried values, SKUs and pictures that read otherwise in the shop.
 *
 * Long, as it has a method for each kind of text that a shop shows.
 *
 * @phpstan-import-type Path from \Ithrel\Core\Diagnosis\DocumentTree
 */
final class Texts implements Source
{
    private const STAGES = ['page', 'cart', 'checkout', 'order'];

    public function of(Evidence $evidence): iterable
    {
        $said = [];
        foreach ($this->found($evidence) as $deviation) {
            $key = $deviation->at . ' ' . $deviation->as;
            if (!isset($said[$key])) {
                $said[$key] = true;
                yield $deviation;
            }
        }
    }

    /**
     * @return iterable<Deviation>
     */
    private function found(Evidence $evidence): iterable
    {
        foreach (
            $evidence->has('entries')
                ? $evidence->witnesses(
                    static fn(Seen $seen): bool => $seen->isOneSale() && self::differs($seen, 'entries'),
                )
                : []
            as $seen
        ) {
            yield from $this->entries($evidence, $seen);
        }
        foreach (
            $evidence->has('sku')
                ? $evidence->witnesses(static fn(Seen $seen): bool => $seen->isOneSale() && self::differs($seen, 'sku'))
                : []
            as $seen
        ) {
            yield from $this->skus($evidence, $seen);
        }
        foreach (
            $evidence->has('image')
                ? $evidence->witnesses(
                    static fn(Seen $seen): bool => $seen->isOneSale() && self::differs($seen, 'image'),
                )
                : []
            as $seen
        ) {
            yield from $this->pictures($evidence, $seen);
        }
    }

    private static function differs(Seen $seen, string $field): bool
    {
        foreach ($seen->differences as $difference) {
            if ($difference->field === $field) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return iterable<Deviation>
     */
    private function entries(Evidence $evidence, Seen $seen): iterable
    {
        $model = $evidence->model->found($seen);
        foreach (self::STAGES as $stage) {
            $expected = Cells::entryPairs(self::entriesAt($model, $stage));
            $found = Cells::entryPairs(self::entriesAt($seen->found, $stage));
            $gone = array_values(array_filter($expected, static fn(array $e): bool => !in_array($e, $found, true)));
            $new = array_values(array_filter($found, static fn(array $e): bool => !in_array($e, $expected, true)));
            foreach ($gone as [$label, $value]) {
                foreach ($new as [$otherLabel, $otherValue]) {
                    if ($value === $otherValue) {
                        yield from $this->labelled($evidence, $label, $otherLabel);
                    } elseif ($label === $otherLabel) {
                        yield from $this->carried($evidence, $seen, $label, $value, $otherValue);
                    }
                }
            }
        }
    }

    /**
     * @return list<mixed>
     */
    private static function entriesAt(Found $found, string $stage): array
    {
        $entries =
            'page' === $stage ? $found->page['entries'] ?? [] : $found->stages[$stage]['lines'][0]['entries'] ?? [];

        return is_array($entries) ? array_values($entries) : [];
    }

    /**
     * @return iterable<Deviation>
     */
    private function labelled(Evidence $evidence, string $label, string $other): iterable
    {
        foreach ($evidence->tree->positions(['options']) as $i) {
            if (
                $label ===
                ($evidence->tree->at(['options', $i, 'label']) ?? $evidence->tree->at(['options', $i, 'code']))
            ) {
                yield Deviation::entered(
                    '/options/' . $i . '/label',
                    ['options', $i, 'label'],
                    $other,
                    sprintf('its label were “%s”', $other),
                );
            }
        }
        foreach ($evidence->tree->positions(['item', 'data']) as $i) {
            if (
                $label ===
                ($evidence->tree->at(['item', 'data', $i, 'label']) ??
                    $evidence->tree->at(['item', 'data', $i, 'code']))
            ) {
                yield Deviation::entered(
                    '/item/data/' . $i . '/label',
                    ['item', 'data', $i, 'label'],
                    $other,
                    sprintf('its label were “%s”', $other),
                );
            }
        }
    }

    /**
     * @return iterable<Deviation>
     */
    private function carried(Evidence $evidence, Seen $seen, string $label, string $value, string $other): iterable
    {
        foreach ($evidence->setup->options as $option) {
            if ($option->label !== $label && $label !== $evidence->tree->at(['options', $option->index, 'label'])) {
                continue;
            }
            $unit = $option->number?->unit;
            if (null !== $unit && str_ends_with($value, ' ' . $unit)) {
                $typed = substr($value, 0, -strlen($unit));
                if (str_starts_with($other, $typed)) {
                    yield Deviation::entered(
                        $option->at . '/unit',
                        ['options', $option->index, 'unit'],
                        substr($other, strlen($typed)),
                        sprintf('its unit were “%s”', substr($other, strlen($typed))),
                    );
                }
            }
            yield from $this->valueLabels($option, explode('; ', $value), explode('; ', $other), $seen);
        }
        foreach ($evidence->tree->positions(['item', 'data']) as $i) {
            if (
                $label ===
                ($evidence->tree->at(['item', 'data', $i, 'label']) ??
                    $evidence->tree->at(['item', 'data', $i, 'code']))
            ) {
                yield Deviation::entered(
                    '/item/data/' . $i . '/value',
                    ['item', 'data', $i, 'value'],
                    $other,
                    sprintf('it said “%s”', $other),
                );
            }
        }
    }

    /**
     * @param list<string> $names
     * @param list<string> $others
     *
     * @return iterable<Deviation>
     */
    private function valueLabels(Option $option, array $names, array $others, Seen $seen): iterable
    {
        if (!$option->kind->isChoice() || Kind::Flag === $option->kind || count($names) !== count($others)) {
            return;
        }
        foreach ($names as $i => $name) {
            foreach ($name === $others[$i] ? [] : $option->values as $value) {
                if ($value->label === $name && in_array($value->at, $seen->check->chosen, true)) {
                    yield Deviation::entered(
                        $value->at . '/label',
                        ['options', $option->index, 'values', $value->index, 'label'],
                        $others[$i],
                        sprintf('its label were “%s”', $others[$i]),
                    );
                }
            }
        }
    }

    /**
     * @return iterable<Deviation>
     */
    private function skus(Evidence $evidence, Seen $seen): iterable
    {
        $expected = self::sku($evidence->model->found($seen));
        $found = self::sku($seen->found);
        foreach (
            [['item'], ...FigureLeaves::rows($evidence->tree), ...FigureLeaves::values($evidence->tree)]
            as $owner
        ) {
            $at = FigureLeaves::pointer([...$owner, 'sku']);
            $sku = $evidence->tree->at([...$owner, 'sku']);
            $isValue = 'options' === $owner[0];
            if ($isValue && !in_array(FigureLeaves::pointer($owner), $seen->check->chosen, true)) {
                continue;
            }
            $sku = is_string($sku) ? $sku : '';
            $new = $isValue
                ? self::piece($expected, $found, $sku)
                : ('item' === $owner[0]
                    ? self::head($expected, $found, $sku)
                    : ($sku === $expected
                        ? $found
                        : null));
            if (null === $new || $new === $sku) {
                continue;
            }
            if ('' === $new) {
                yield Deviation::leftOut($at, [...$owner, 'sku'], sprintf('it were none, not “%s”', $sku));
            } else {
                yield '' === $sku
                    ? Deviation::added($at, [...$owner, 'sku'], $new, sprintf('it were “%s”, where none is set', $new))
                    : Deviation::entered($at, [...$owner, 'sku'], $new, sprintf('it were “%s”, not “%s”', $new, $sku));
            }
        }
    }

    private static function sku(Found $found): string
    {
        $sku = $found->stages['cart']['lines'][0]['sku'] ?? null;

        return is_string($sku) ? $sku : '';
    }

    /**
     * What the piece of a value would have to be, so that one SKU became the other; "" where it is gone, null where it
     * cannot.
     */
    private static function piece(string $expected, string $found, string $piece): ?string
    {
        $pieces = '' === $piece ? [strlen($expected)] : [];
        for (
            $offset = 0;
            '' !== $piece && false !== ($at = strpos($expected, '-' . $piece, $offset));
            $offset = $at + 1
        ) {
            $pieces[] = $at;
        }
        foreach ($pieces as $at) {
            $before = substr($expected, 0, $at);
            $after = substr($expected, $at + ('' === $piece ? 0 : strlen($piece) + 1));
            if (
                strlen($before) + strlen($after) <= strlen($found) &&
                str_starts_with($found, $before) &&
                ('' === $after || str_ends_with($found, $after))
            ) {
                $middle = substr($found, strlen($before), strlen($found) - strlen($before) - strlen($after));
                if ('' === $middle || str_starts_with($middle, '-')) {
                    return substr($middle, 1);
                }
            }
        }

        return null;
    }

    private static function head(string $expected, string $found, string $sku): ?string
    {
        $rest = '' !== $sku && str_starts_with($expected, $sku) ? substr($expected, strlen($sku)) : null;

        return null !== $rest && ('' === $rest || str_ends_with($found, $rest))
            ? substr($found, 0, strlen($found) - strlen($rest))
            : null;
    }

    /**
     * @return iterable<Deviation>
     */
    private function pictures(Evidence $evidence, Seen $seen): iterable
    {
        $found = $seen->found->stages['cart']['lines'][0]['image'] ?? null;
        foreach (
            [['item'], ...FigureLeaves::rows($evidence->tree), ...FigureLeaves::values($evidence->tree)]
            as $owner
        ) {
            if ('options' === $owner[0] && !in_array(FigureLeaves::pointer($owner), $seen->check->chosen, true)) {
                continue;
            }
            $at = FigureLeaves::pointer([...$owner, 'image']);
            $image = $evidence->tree->at([...$owner, 'image']);
            if (is_string($image)) {
                yield Deviation::leftOut($at, [...$owner, 'image'], sprintf('it were none, not “%s”', $image));
            }
            if (is_string($found) && $found !== $image) {
                yield is_string($image)
                    ? Deviation::entered(
                        $at,
                        [...$owner, 'image'],
                        $found,
                        sprintf('it were “%s”, not “%s”', $found, $image),
                    )
                    : Deviation::added(
                        $at,
                        [...$owner, 'image'],
                        $found,
                        sprintf('it were “%s”, where none is set', $found),
                    );
            }
        }
    }
}
