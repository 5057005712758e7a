<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\Formula;

/**
 * Adds the value of an expression, held between min and max.
 */
final readonly class FormulaCharge extends Charge
{
    public function __construct(
        string $at,
        bool $perLine,
        public Formula $formula,
        public ?BigDecimal $min,
        public ?BigDecimal $max,
    ) {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'formula';
    }
}
