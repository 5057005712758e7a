<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds an amount for each character, file or pick beyond the free ones.
 */
final readonly class CountedCharge extends Charge
{
    /**
     * @param 'per-character'|'per-file'|'per-pick' $how
     */
    public function __construct(
        string $at,
        bool $perLine,
        public string $how,
        public BigDecimal $amount,
        public int $free,
        public bool $skipSpaces,
    ) {
        parent::__construct($at, $perLine);
    }

    public function how(): string
    {
        return $this->how;
    }
}
