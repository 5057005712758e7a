<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;

/**
 * What a charge may ask of the state in which it is charged.
 */
interface Circumstances
{
    public function quantity(): int;

    public function base(): BigDecimal;

    /** What was added up so far, the base included; null where something before it has no price. */
    public function running(): ?BigDecimal;

    /** How many characters, files or picks the answer has beside which the charge stands. */
    public function count(CountedCharge $charge): int;

    /**
     * @throws FormulaError where it has no value here
     */
    public function value(Formula $formula): BigDecimal;
}
