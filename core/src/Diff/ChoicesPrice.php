<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Price\Spread\NotExact;
use Ithrel\Core\Reach\Reach;

/**
 * The unit price of one combination, at the least quantity, with the inputs that make it cheapest or dearest.
 */
final class ChoicesPrice
{
    /**
     * @param bool|null $hangsOnInputs whether what is typed has a share in a price; null where that is to be found out
     */
    public function __construct(private readonly Reach $reach, private ?bool $hangsOnInputs = null) {}

    /**
     * @return BigDecimal|null null where it has no price
     *
     * @throws NotExact
     */
    public function of(State $choices, bool $most): ?BigDecimal
    {
        $quantity = $this->reach->setup->quantity->min;
        $this->hangsOnInputs ??= AllTotals::of($this->reach, true, $quantity, false)->hangsOnInputs();
        if (!$this->hangsOnInputs) {
            return (new Pricer($this->reach->setup))->quote($choices, $quantity)->unitPrice;
        }
        $pins = [];
        foreach ($this->reach->setup->options as $option) {
            foreach ($option->kind->isChoice() ? $this->reach->board->cellsOf[$option->index] : [] as $cell) {
                $pins[$cell] = [$this->reach->board->letterIn($choices, $cell) => true];
            }
        }
        $levels = AllTotals::of($this->reach, true, $quantity, $most, $pins)->levels();

        return [] === $levels ? null : $levels[$most ? count($levels) - 1 : 0][0];
    }
}
