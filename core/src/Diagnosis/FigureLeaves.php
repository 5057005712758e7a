<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Pointer;

/**
 * The places of a document where numbers of a kind stand, or could.
 *
 * @phpstan-import-type Path from DocumentTree
 */
final class FigureLeaves
{
    private const OF_A_CHARGE = ['amount', 'rate', 'min', 'max'];

    /** A number in a formula, but none that is a part of a name. */
    private const IN_A_FORMULA = '/(?<![\w.])\d+(?:\.\d+)?(?![\w.(])/';

    /**
     * @return iterable<FigureLeaf>
     */
    public static function prices(DocumentTree $tree): iterable
    {
        yield from self::plain($tree, ['item', 'salePrice']);
        yield from self::plain($tree, ['item', 'price'], isAlways: null === $tree->at(['item', 'salePrice']));
        foreach (self::rows($tree) as $row) {
            yield from self::plain($tree, [...$row, 'salePrice']);
            yield from self::plain($tree, [...$row, 'price'], isAlways: true);
        }
        foreach ($tree->positions(['levels']) as $i) {
            yield from self::plain($tree, ['levels', $i, 'amount']);
            yield from self::plain($tree, ['levels', $i, 'percent']);
        }
        foreach ($tree->positions(['charges']) as $i) {
            yield from self::charge($tree, ['charges', $i]);
        }
        foreach (self::parts($tree) as $part) {
            yield from self::plain($tree, [...$part, 'price'], isAlways: true);
        }
        foreach ($tree->positions(['options']) as $i) {
            yield from self::charge($tree, ['options', $i, 'charge']);
        }
        foreach (self::values($tree) as $value) {
            yield from self::charge($tree, [...$value, 'charge']);
            $figures = $tree->at([...$value, 'figures']);
            foreach ($figures instanceof \stdClass ? array_keys(get_object_vars($figures)) : [] as $name) {
                yield from self::plain($tree, [...$value, 'figures', (string) $name]);
            }
            if (null === $tree->at([...$value, 'charge']) && null === $tree->at([...$value, 'item'])) {
                yield new FigureLeaf(
                    self::pointer([...$value, 'charge']),
                    [...$value, 'charge'],
                    BigDecimal::zero(),
                    false,
                );
            }
        }
    }

    /**
     * @return iterable<FigureLeaf>
     */
    public static function weights(DocumentTree $tree): iterable
    {
        return self::measure($tree, 'weight');
    }

    /**
     * @return iterable<FigureLeaf>
     */
    public static function points(DocumentTree $tree): iterable
    {
        return self::measure($tree, 'points');
    }

    /**
     * @return iterable<FigureLeaf>
     */
    private static function measure(DocumentTree $tree, string $key): iterable
    {
        yield from self::plain($tree, ['item', $key], isAlways: true);
        foreach ([...self::rows($tree), ...self::parts($tree), ...self::values($tree)] as $owner) {
            yield from self::plain(
                $tree,
                [...$owner, $key],
                isAlways: 'variants' !== $owner[0] || null !== $tree->at([...$owner, $key]),
            );
        }
    }

    /**
     * A charge's numbers, or the charge where it is a number itself.
     *
     * @param Path $path
     *
     * @return iterable<FigureLeaf>
     */
    private static function charge(DocumentTree $tree, array $path): iterable
    {
        yield from self::plain($tree, $path);
        $at = self::pointer($path);
        foreach (self::OF_A_CHARGE as $key) {
            // Where a floor or a ceiling holds is a place of its own.
            yield from self::plain(
                $tree,
                [...$path, $key],
                in_array($key, ['min', 'max'], true) ? $at . '/' . $key : $at,
            );
        }
        foreach ($tree->positions([...$path, 'steps']) as $i) {
            yield from self::plain($tree, [...$path, 'steps', $i, 'amount'], $at);
            yield from self::plain($tree, [...$path, 'steps', $i, 'rate'], $at);
        }
        $formula = $tree->at([...$path, 'expr']);
        if (
            is_string($formula) &&
            false !== preg_match_all(self::IN_A_FORMULA, $formula, $numbers, PREG_OFFSET_CAPTURE)
        ) {
            foreach ($numbers[0] as [$number, $offset]) {
                yield new FigureLeaf(
                    $at,
                    [...$path, 'expr'],
                    BigDecimal::of($number),
                    true,
                    substr($formula, 0, $offset),
                    substr($formula, $offset + strlen($number)),
                );
            }
        }
    }

    /**
     * @param Path $path
     *
     * @return iterable<FigureLeaf>
     */
    private static function plain(DocumentTree $tree, array $path, ?string $at = null, bool $isAlways = false): iterable
    {
        $number = $tree->at($path);
        if ((is_string($number) && 1 === preg_match('/^-?\d+(\.\d+)?$/D', $number)) || is_int($number)) {
            yield new FigureLeaf($at ?? self::pointer($path), $path, BigDecimal::of($number));
        } elseif (null === $number && $isAlways) {
            yield new FigureLeaf($at ?? self::pointer($path), $path, BigDecimal::zero(), false);
        }
    }

    /**
     * @return list<Path>
     */
    public static function rows(DocumentTree $tree): array
    {
        return array_map(static fn(int $i): array => ['variants', 'rows', $i], $tree->positions(['variants', 'rows']));
    }

    /**
     * @return list<Path>
     */
    public static function parts(DocumentTree $tree): array
    {
        return array_map(static fn(int $i): array => ['parts', $i], $tree->positions(['parts']));
    }

    /**
     * The values of all options, and the "yes" of flags.
     *
     * @return list<Path>
     */
    public static function values(DocumentTree $tree): array
    {
        $values = [];
        foreach ($tree->positions(['options']) as $i) {
            foreach ($tree->positions(['options', $i, 'values']) as $j) {
                $values[] = ['options', $i, 'values', $j];
            }
            if ('flag' === $tree->at(['options', $i, 'kind'])) {
                $values[] = ['options', $i, 'yes'];
            }
        }

        return $values;
    }

    /**
     * @param Path $path
     */
    public static function pointer(array $path): string
    {
        return '/' .
            implode('/', array_map(static fn(string|int $key): string => Pointer::escape((string) $key), $path));
    }
}
