<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\Workings;

/**
 * One effect on the price, in the order in which it applies.
 */
final readonly class LedgerEntry
{
    /**
     * @param string $at JSON Pointer of the charge, or of the part chosen
     * @param string $how form of the charge; "part" for the price of a part
     * @param BigDecimal|null $amount what is added; null where it cannot be worked out
     * @param BigDecimal|null $running unit price so far
     * @param Workings|null $workings how the amount came about, before rounding
     * @param Charge|null $charge null for the price of a part
     */
    public function __construct(
        public string $at,
        public string $label,
        public string $how,
        public bool $perLine,
        public ?BigDecimal $amount,
        public ?BigDecimal $running,
        public ?Workings $workings,
        public ?Charge $charge,
    ) {}
}
