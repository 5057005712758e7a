<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * How amounts are put into whole numbers: with how many decimals, and whether what is rounded apart is kept apart.
 * The first form that carries all amounts is taken; a later one makes more and longer sums.
 */
enum SumForm
{
    case Plain;
    /** More decimals, as a percentage of a percentage has, for smaller amounts. */
    case Fine;
    case Split;
    case FineSplit;

    /**
     * What a working comes to in the first form that carries its amounts.
     *
     * @template T
     *
     * @param bool $isJoined whether something is charged beside the pieces
     * @param bool $isRounded whether percentages of the running total are rounded by themselves
     * @param \Closure(self): T $working
     *
     * @return T
     *
     * @throws NotExact
     */
    public static function first(bool $isJoined, bool $isRounded, \Closure $working): mixed
    {
        $forms = match (true) {
            $isRounded => [self::Split],
            $isJoined => [self::Plain, self::Fine, self::Split, self::FineSplit],
            default => [self::Plain, self::Fine],
        };
        $refusal = null;
        foreach ($forms as $form) {
            try {
                return $working($form);
            } catch (NotExact $e) {
                if (!$e->isOfForm) {
                    throw $e;
                }
                $refusal ??= $e;
            }
        }
        throw $refusal;
    }

    public function isSplit(): bool
    {
        return self::Split === $this || self::FineSplit === $this;
    }

    /** Decimals of an amount that is not rounded. */
    public function places(): int
    {
        return match ($this) {
            self::Plain => 8,
            self::Fine => 12,
            self::Split => 6,
            self::FineSplit => 9,
        };
    }

    /** The greatest amount; sums of a thousand of them still are whole numbers of 64 bits. */
    public function most(): BigDecimal
    {
        return BigDecimal::of(self::Fine === $this ? 5_000 : 10_000_000);
    }
}
