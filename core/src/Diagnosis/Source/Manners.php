<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis\Source;

use Brick\Math\BigDecimal;
use Ithrel\Core\Diagnosis\Deviation;
use Ithrel\Core\Diagnosis\DocumentTree;
use Ithrel\Core\Diagnosis\Evidence;
use Ithrel\Core\Diagnosis\FigureLeaves;
use Ithrel\Core\Diagnosis\Source;

/**
 * What a shop does alike at every place of a kind: no answer is required, no charge is taken for each piece, every
 * picture is the item's.
 *
 * Long, as it has a method for each manner.
 *
 * @phpstan-import-type Path from DocumentTree
 */
final class Manners implements Source
{
    public function of(Evidence $evidence): iterable
    {
        $tree = $evidence->tree;
        $options = array_map(static fn(int $i): array => ['options', $i], $tree->positions(['options']));
        $values = FigureLeaves::values($tree);
        $rows = FigureLeaves::rows($tree);
        if ($evidence->has('accepted', 'field', 'clicks', 'offered', 'entries')) {
            yield from $this->all(self::gone($tree, $options, 'required'), 'no answer were required');
            yield from $this->all(
                self::gone($tree, [...$values, ...$rows, ...FigureLeaves::parts($tree), ['item']], 'stock'),
                'nothing were ever sold out',
            );
            yield from $this->all(self::gone($tree, $options, 'shownWhen'), 'every option were always shown');
            yield from $this->all(self::gone($tree, $values, 'allowedWhen'), 'every value were always on offer');
            yield from $this->all(self::gone($tree, $values, 'hidden'), 'nothing were kept for later');
            yield from $this->all(
                self::gone($tree, [...$values, ...$options], 'default'),
                'nothing were chosen as the page opens',
            );
            yield from $this->all(self::gone($tree, $options, 'types'), 'any kind of file were taken');
            yield from $this->all(self::gone($tree, $options, 'length'), 'texts had no limits');
            yield from $this->all($this->lengths($tree, $options, 1), 'texts could be longer by one');
            yield from $this->all($this->lengths($tree, $options, -1), 'texts had to be shorter by one');
            yield from $this->all($this->measures($tree, $options, 'bytes'), 'texts were counted in bytes');
            yield from $this->all(
                $this->turned($tree, [...$options, ...$values], 'all', 'any'),
                'any part of a condition were enough',
            );
            yield from $this->all(
                $this->turned($tree, [...$options, ...$values], 'any', 'all'),
                'all parts of a condition were asked for',
            );
        }
        if ($evidence->has('entries')) {
            foreach ([['page'], ['cart'], ['checkout'], ['order'], ['checkout', 'order']] as $without) {
                yield from $this->all(
                    $this->stages(
                        $tree,
                        [
                            ...$options,
                            ...array_map(
                                static fn(int $i): array => ['item', 'data', $i],
                                $tree->positions(['item', 'data']),
                            ),
                        ],
                        $without,
                    ),
                    sprintf('nothing were carried to the %s', implode(' and the ', $without)),
                );
            }
            yield from $this->all(
                self::gone(
                    $tree,
                    array_map(static fn(int $i): array => ['item', 'data', $i], $tree->positions(['item', 'data'])),
                    'stages',
                ),
                'every fact were shown everywhere',
            );
            yield from $this->all($this->codes($tree, $values), 'values were carried by their codes', '');
        }
        if ($evidence->has('image')) {
            yield from $this->all(self::gone($tree, [...$values, ...$rows], 'image'), 'only the item had a picture');
        }
        if ($evidence->has('weight')) {
            yield from $this->all(
                self::gone($tree, [...$values, ...FigureLeaves::parts($tree)], 'weight'),
                'what is added had no weight',
            );
            yield from $this->all(self::gone($tree, $rows, 'weight'), 'rows had no weight');
        }
        if ($evidence->has('sku')) {
            yield from $this->all(self::gone($tree, $values, 'sku'), 'no value added to the SKU');
            yield from $this->all(self::gone($tree, $rows, 'sku'), 'rows had no SKU');
        }
        if ($evidence->has('unit price', 'line total', 'total', 'own lines')) {
            yield from $this->prices($tree, $options, $values, $rows);
        }
    }

    /**
     * @param list<Path> $options
     * @param list<Path> $values
     * @param list<Path> $rows
     *
     * @return iterable<Deviation>
     */
    private function prices(DocumentTree $tree, array $options, array $values, array $rows): iterable
    {
        $charges = array_map(static fn(int $i): array => ['charges', $i], $tree->positions(['charges']));
        $charged = [
            ...$charges,
            ...array_map(static fn(array $owner): array => [...$owner, 'charge'], [...$options, ...$values]),
        ];
        yield from $this->all(
            [...self::gone($tree, $rows, 'price'), ...self::gone($tree, $rows, 'salePrice')],
            'rows had no price of their own',
        );
        yield from $this->all(self::gone($tree, $values, 'line'), 'no part made a line of its own', '');
        yield from $this->all(self::gone($tree, $charged, 'min'), 'no formula had a floor');
        yield from $this->all(self::gone($tree, $charged, 'max'), 'no formula had a ceiling');
        $once = $each = $running = $base = $signs = [];
        foreach ($charged as $path) {
            $charge = $tree->at($path);
            if ((is_string($charge) || is_int($charge)) && is_numeric($charge)) {
                $once[] = [$path, (object) ['how' => 'fixed', 'amount' => (string) $charge, 'per' => 'line']];
                $signs[] = [$path, (string) BigDecimal::of($charge)->negated()];
            }
            if (!($charge instanceof \stdClass)) {
                continue;
            }
            'line' === ($charge->per ?? 'unit')
                ? ($each[] = [[...$path, 'per'], null])
                : ($once[] = [[...$path, 'per'], 'line']);
            if ('percent' === ($charge->how ?? '')) {
                'running' === ($charge->of ?? 'base')
                    ? ($base[] = [[...$path, 'of'], 'base'])
                    : ($running[] = [[...$path, 'of'], 'running']);
            }
            foreach (['amount', 'rate'] as $key) {
                if (is_string($charge->{$key} ?? null) && is_numeric($charge->{$key})) {
                    $signs[] = [[...$path, $key], (string) BigDecimal::of($charge->{$key})->negated()];
                }
            }
        }
        yield from $this->all($once, 'charges were taken once a line', '');
        yield from $this->all($each, 'charges were taken for each piece', '');
        yield from $this->all($running, 'percentages were taken of the running total', '');
        yield from $this->all($base, 'percentages were taken of the base price', '');
        yield from $this->all($signs, 'charges were taken off', '');
        yield from $this->all(
            array_values(array_filter($signs, static fn(array $change): bool => !str_starts_with($change[1], '-'))),
            'what is taken off were added',
            '',
        );
        yield from $this->all($this->neighbours($tree, $options), 'each value were charged as its neighbour is', '');
    }

    /**
     * @param list<Path> $owners
     *
     * @return list<array{Path, mixed}> what each of them has of a kind, taken out
     */
    private static function gone(DocumentTree $tree, array $owners, string $key): array
    {
        $changes = [];
        foreach ($owners as $owner) {
            if (null !== $tree->at([...$owner, $key])) {
                $changes[] = [[...$owner, $key], null];
            }
        }

        return $changes;
    }

    /**
     * @param list<array{Path, mixed}> $changes
     * @param string|null $key last part of the place; null: as the path has it
     *
     * @return iterable<Deviation>
     */
    private function all(array $changes, string $as, ?string $key = null): iterable
    {
        if (count($changes) > 1) {
            $path = $changes[0][0];
            if ('' === $key && in_array($path[count($path) - 1], ['per', 'of', 'amount', 'rate'], true)) {
                array_pop($path);
            }
            yield new Deviation(FigureLeaves::pointer($path), $changes, $as, Deviation::EVERYWHERE);
        }
    }

    /**
     * @param list<Path> $options
     *
     * @return list<array{Path, mixed}>
     */
    private function lengths(DocumentTree $tree, array $options, int $by): array
    {
        $changes = [];
        foreach ($options as $option) {
            $most = $tree->at([...$option, 'length', 'max']);
            if (is_int($most)) {
                $changes[] = [[...$option, 'length', 'max'], $most + $by];
            }
        }

        return $changes;
    }

    /**
     * @param list<Path> $options
     *
     * @return list<array{Path, mixed}>
     */
    private function measures(DocumentTree $tree, array $options, string $measure): array
    {
        $changes = [];
        foreach ($options as $option) {
            if ($tree->at([...$option, 'length']) instanceof \stdClass) {
                $changes[] = [[...$option, 'length', 'measure'], $measure];
            }
        }

        return $changes;
    }

    /**
     * @param list<Path> $owners
     *
     * @return list<array{Path, mixed}>
     */
    private function turned(DocumentTree $tree, array $owners, string $one, string $other): array
    {
        $changes = [];
        foreach ($owners as $owner) {
            foreach (['shownWhen', 'allowedWhen'] as $key) {
                $condition = $tree->at([...$owner, $key]);
                if ($condition instanceof \stdClass && isset($condition->{$one})) {
                    $changes[] = [[...$owner, $key], (object) [$other => $condition->{$one}]];
                }
            }
        }

        return $changes;
    }

    /**
     * @param list<Path> $owners
     * @param list<string> $without
     *
     * @return list<array{Path, mixed}>
     */
    private function stages(DocumentTree $tree, array $owners, array $without): array
    {
        $changes = [];
        foreach ($owners as $owner) {
            $given = $tree->at([...$owner, 'stages']);
            $now = is_array($given)
                ? array_values(array_filter($given, is_string(...)))
                : ['page', 'cart', 'checkout', 'order'];
            $changes[] = [[...$owner, 'stages'], array_values(array_diff($now, $without))];
        }

        return $changes;
    }

    /**
     * @param list<Path> $values
     *
     * @return list<array{Path, mixed}>
     */
    private function codes(DocumentTree $tree, array $values): array
    {
        $changes = [];
        foreach ($values as $value) {
            $code = $tree->at([...$value, 'code']);
            if (is_string($code) && $code !== $tree->at([...$value, 'label'])) {
                $changes[] = [[...$value, 'label'], $code];
            }
        }

        return $changes;
    }

    /**
     * @param list<Path> $options
     *
     * @return list<array{Path, mixed}>
     */
    private function neighbours(DocumentTree $tree, array $options): array
    {
        $changes = [];
        foreach ($options as $option) {
            $positions = $tree->positions([...$option, 'values']);
            foreach ($positions as $i) {
                $mine = $tree->at([...$option, 'values', $i, 'charge']);
                $next = $tree->at([...$option, 'values', ($i + 1) % max(1, count($positions)), 'charge']);
                if (json_encode($mine) !== json_encode($next)) {
                    $changes[] = [[...$option, 'values', $i, 'charge'], $next];
                }
            }
        }

        return $changes;
    }
}
