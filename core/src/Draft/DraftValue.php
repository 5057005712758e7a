<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A value as it was read.
 */
final class DraftValue
{
    /**
     * @param array<string, Fact> $facts path below the value ("charge", "figures/rate") => fact
     * @param array<string, string> $blank path => place of a cell that is empty, where a sheet has a column for it
     */
    public function __construct(public Fact $label, public array $facts = [], public array $blank = []) {}
}
