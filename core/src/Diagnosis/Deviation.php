<?php

declare(strict_types=1);

namespace Ithrel\Core\Diagnosis;

/**
 * One way in which a shop may have a setup otherwise than it is written: the place, and what would stand there.
 *
 * @phpstan-import-type Path from DocumentTree
 */
final readonly class Deviation
{
    /**
     * How readily it is believed where another explains as much: something entered wrongly, left out, added, or done so
     * everywhere.
     */
    public const ENTERED = 0;
    public const LEFT_OUT = 1;
    public const ADDED = 2;
    public const EVERYWHERE = 3;

    /**
     * Keys of what the product page does not hang on: what is shown and on offer, and what a click leads to, stay as
     * they are.
     */
    private const BESIDE_THE_PAGE = [
        'price',
        'salePrice',
        'charge',
        'charges',
        'weight',
        'points',
        'sku',
        'image',
        'stages',
        'stock',
        'line',
        'free',
        'figures',
        'rounding',
        'levels',
        'parts',
        'required',
        'value',
    ];

    /**
     * @param string $at JSON Pointer of the place
     * @param list<array{Path, mixed}> $changes what would stand where; null:
     *                                          nothing
     * @param string $as what the shop seems to have
     *                   there, in words that follow
     *                   "as if"
     * @param list<string> $askedWhileHidden codes of required options that
     *                                       are asked for where they are
     *                                       hidden, which no document can
     *                                       say
     * @param self::ENTERED|self::LEFT_OUT|self::ADDED|self::EVERYWHERE $kind
     */
    public function __construct(
        public string $at,
        public array $changes,
        public string $as,
        public int $kind = self::ENTERED,
        public array $askedWhileHidden = [],
    ) {}

    /**
     * One place with something else in it.
     *
     * @param Path $path
     */
    public static function entered(string $at, array $path, mixed $new, string $as): self
    {
        return new self($at, [[$path, $new]], $as);
    }

    /**
     * One place with nothing in it.
     *
     * @param Path $path
     * @param self::ENTERED|self::LEFT_OUT|self::ADDED|self::EVERYWHERE $kind
     */
    public static function leftOut(string $at, array $path, string $as, int $kind = self::LEFT_OUT): self
    {
        return new self($at, [[$path, null]], $as, $kind);
    }

    /**
     * Something in a place that is empty.
     *
     * @param Path $path
     */
    public static function added(string $at, array $path, mixed $new, string $as): self
    {
        return new self($at, [[$path, $new]], $as, self::ADDED);
    }

    /** Whether the product page does the same with every click. */
    public function keepsThePage(): bool
    {
        foreach ($this->changes as [$path]) {
            if ([] === array_intersect($path, self::BESIDE_THE_PAGE)) {
                return false;
            }
        }

        return true;
    }

    public function in(DocumentTree $tree): DocumentTree
    {
        foreach ($this->changes as [$path, $new]) {
            $tree = $tree->with($path, $new);
        }

        return $tree;
    }
}
