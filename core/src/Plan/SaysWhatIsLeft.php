<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * A rule that may not be able to try all it should, even within its budget.
 */
interface SaysWhatIsLeft
{
    /**
     * @return list<string> in words, once its checks were made
     */
    public function left(): array;
}
