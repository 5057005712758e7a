<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;

/**
 * What all selectable combinations come to: how many at each total, and any of them by its rank in the order of totals.
 * Where inputs have a share, each combination counts with the inputs that make it cheapest, or dearest.
 */
interface Totals
{
    /**
     * The totals from the lowest, each with how many combinations come to it.
     *
     * @return list<array{?BigDecimal, \GMP}> a null total, before all others: combinations that have no price
     */
    public function levels(): array;

    public function count(): \GMP;

    /**
     * The combination with a rank in the order of totals, from the lowest.
     *
     * @return array{State, ?BigDecimal} choices and total
     *
     * @throws \OutOfRangeException
     */
    public function at(\GMP $rank): array;

    /** Choices with the inputs that make them what they count as, and with every further input that has to be given. */
    public function withInputs(State $choices): State;

    /**
     * Codes of inputs whose answers were sampled, so that the least or the most may lie between.
     *
     * @return list<string>
     */
    public function sampled(): array;

    /**
     * Codes of inputs without a most: nothing is the dearest where their charges rise.
     *
     * @return list<string>
     */
    public function open(): array;

    /** Whether what is typed has a share in the price of some combination. */
    public function hangsOnInputs(): bool;
}
