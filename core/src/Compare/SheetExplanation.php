<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Brick\Math\BigDecimal;

/**
 * What rows that differ by one amount have in common.
 */
final readonly class SheetExplanation
{
    /**
     * @param list<int> $rows numbers of the rows that it explains
     * @param string|null $at JSON Pointer of the place they share; null where there is none
     */
    public function __construct(
        public BigDecimal $difference,
        public array $rows,
        public ?string $at,
        public string $words,
    ) {}
}
