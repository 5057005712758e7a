<?php

declare(strict_types=1);

namespace Ithrel\Core\Gate;

/**
 * A list that somebody made apart from the setup and that was held against it.
 */
interface HandedList
{
    /** Of which kind it is, as the gate's items have it. */
    public function kind(): string;

    /** What was checked, in words. */
    public function words(): string;

    /**
     * @return list<GateItem> one for each thing that does not agree
     */
    public function items(): array;
}
