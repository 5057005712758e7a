<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds nothing: it sets the base.
 */
final readonly class ReplaceCharge extends Charge
{
    use HangsOnNothingElse;

    public function __construct(string $at, bool $perLine, public BigDecimal $amount)
    {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return 'replace';
    }

    public function workings(Circumstances $in): never
    {
        throw new \LogicException('What replaces the base adds nothing to it: ' . $this->at);
    }

    public function least(BigDecimal $base): BigDecimal
    {
        return BigDecimal::zero();
    }

    public function setsBase(): BigDecimal
    {
        return $this->amount;
    }

    public function told(): null
    {
        return null;
    }
}
