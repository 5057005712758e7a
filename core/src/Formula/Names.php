<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

use Brick\Math\BigDecimal;

/**
 * What a formula can ask of a state. Null stands for "no answer".
 */
interface Names
{
    /**
     * A number option, "option.figure", "base" or "quantity".
     *
     * @throws FormulaError where there is no such name
     */
    public function number(string $name): ?BigDecimal;

    /** Characters of a text, in its own measure. */
    public function characters(string $option): int;

    public function files(string $option): int;

    public function picks(string $option): int;

    public function isFilled(string $option): bool;

    /**
     * The unit that a number option is given in.
     *
     * @throws FormulaError where it has none
     */
    public function unit(string $option): string;
}
