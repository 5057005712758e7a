<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Condition;

/**
 * A condition that asks one option (or, in charges, the quantity).
 *
 * @phpstan-sealed CompareTest|FilledTest|IsTest|PicksTest|QuantityTest
 */
interface Test extends Condition
{
    /** Code of the option asked; null where the quantity is asked. */
    public function option(): ?string;
}
