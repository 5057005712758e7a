<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;

/**
 * One line of a ledger sheet.
 */
final readonly class LedgerRow
{
    /**
     * @param string $kind base, replace, a form of charge, part, unit, quantity, line, own or total
     * @param string $at JSON Pointer of what it comes from
     * @param string $basis how the amount came about, in words
     * @param BigDecimal|null $amount null where there is none
     * @param BigDecimal|null $running what it has come to
     */
    public function __construct(
        public string $kind,
        public string $at,
        public string $label,
        public string $basis,
        public ?BigDecimal $amount,
        public ?BigDecimal $running,
    ) {}
}
