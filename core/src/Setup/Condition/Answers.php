<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

use Brick\Math\BigDecimal;

/**
 * The answers that tests are asked about; options by their positions.
 */
interface Answers
{
    public function has(int $option): bool;

    /**
     * @return list<int> positions of the picked values; empty for inputs and without an answer
     */
    public function picked(int $option): array;

    /** A number, or a date by its day; null for other answers and without one. */
    public function number(int $option): ?BigDecimal;
}
