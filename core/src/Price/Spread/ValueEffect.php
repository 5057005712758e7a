<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;

/**
 * What one value does to the unit price, against what it is compared with.
 */
final readonly class ValueEffect
{
    /**
     * @param int|null $against position of the value compared with; null: no answer
     * @param BigDecimal|null $least null where one side has no price
     * @param BigDecimal|null $usual the difference that most combinations have
     * @param \GMP $count combinations in which it could be swapped, of the options that hang together with
     *                    it
     */
    public function __construct(
        public int $option,
        public int $value,
        public ?int $against,
        public ?BigDecimal $least,
        public ?BigDecimal $usual,
        public ?BigDecimal $greatest,
        public \GMP $count,
    ) {}
}
