<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Brick\Math\BigDecimal;

/**
 * Compares a number, or a date (numbered by day); every bound given must hold.
 */
final readonly class CompareTest implements Test
{
    public function __construct(
        public string $at,
        public string $option,
        public ?BigDecimal $atLeast,
        public ?BigDecimal $atMost,
        public ?BigDecimal $above,
        public ?BigDecimal $below,
        public bool $ofDays,
    ) {}

    public function at(): string
    {
        return $this->at;
    }

    public function tests(): array
    {
        return [$this];
    }

    public function option(): string
    {
        return $this->option;
    }
}
