<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;

/**
 * How two prices of one combination are carried along while they are added up, as text that can be a key.
 */
interface PriceGap
{
    /** What one decision adds on both sides. */
    public function of(int $base, int $other): string;

    public function plus(string $a, string $b): string;

    /** Whether both come to the same, or neither has a price. */
    public function isSame(string $gap): bool;

    /** Base minus other; null where one of them has no price. */
    public function change(string $gap): ?BigDecimal;
}
