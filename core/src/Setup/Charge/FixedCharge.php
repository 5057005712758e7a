<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds an amount; a negative one is a discount.
 */
final readonly class FixedCharge extends Charge
{
    use HangsOnNothingElse;

    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'fixed';
    }

    public function workings(Circumstances $in): Workings
    {
        return new Workings($this->amount);
    }

    public function least(BigDecimal $base): BigDecimal
    {
        return $this->amount;
    }

    public function told(): array
    {
        return [$this->amount, '%s is charged'];
    }
}
