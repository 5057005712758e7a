<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding;

use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Condition\All;
use Ithrel\Core\Setup\Condition\Condition;

/**
 * Whether things can stand beside one another in a form that a shopper can complete.
 */
final readonly class Together
{
    public function __construct(private Reach $reach) {}

    /**
     * Whether clicks lead to a complete state in which a condition holds, whatever rows and stocks there are. Where
     * that cannot be worked out, it is taken to be so.
     */
    public function canHold(Condition $condition): bool
    {
        try {
            return gmp_sign((new Reach($this->reach->setup->asking($condition)))->wrongSales()) > 0;
        } catch (TooLarge) {
            return true;
        }
    }

    /**
     * Whether conditions can hold at once; what has none holds always.
     */
    public function can(?Condition ...$conditions): bool
    {
        $all = array_values(array_filter($conditions, static fn(?Condition $c): bool => null !== $c));

        return count($all) < 2 || $this->canHold(new All('', $all));
    }
}
