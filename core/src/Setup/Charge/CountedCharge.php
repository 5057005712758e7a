<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;

/**
 * Adds an amount for each character, file or pick beyond the free ones.
 */
final readonly class CountedCharge extends Charge
{
    use HangsOnNothingElse;

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

    public function workings(Circumstances $in): Workings
    {
        $counted = max(0, $in->count($this) - $this->free);

        return new Workings($this->amount->multipliedBy($counted), BigDecimal::of($counted));
    }

    public function least(BigDecimal $base): ?BigDecimal
    {
        return $this->amount->isNegative() ? null : BigDecimal::zero();
    }

    public function told(): array
    {
        $each = match ($this->how) {
            'per-character' => 'a character',
            'per-file' => 'a file',
            'per-pick' => 'a pick',
        };

        return [$this->amount, '%s ' . $each . ' is charged'];
    }
}
