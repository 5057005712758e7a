<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

/**
 * One rule of the plan: what has to be tried, and in which checks. docs/plan-rules.md lists them; a new one is one
 * class and one line in Purpose::RULES.
 */
interface Rule
{
    /** What a plan without it has left out, in words. */
    public function words(): string;

    /**
     * @return iterable<Check> without numbers; may be broken off anywhere
     */
    public function checks(CheckMaker $maker): iterable;
}
