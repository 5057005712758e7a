<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * The checks of a setup, with what they cover.
 */
final readonly class Plan
{
    /**
     * @param list<Check> $checks
     * @param int         $pairs        pairs of values that can meet
     * @param int         $lowerBound   no fewer combinations can cover them
     * @param int         $combinations combinations that cover them here
     */
    public function __construct(public array $checks, public int $pairs, public int $lowerBound, public int $combinations)
    {
    }
}
