<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

/**
 * How deep somebody looks who tries a plan by hand.
 */
enum HandDepth: string
{
    /** A row a check: whether it is taken, and for how much; or whether something is on offer. */
    case Check = 'check';
    /** A row for each thing to look at, once for all stages where it is to be alike. */
    case Thing = 'thing';
    /** A row for each thing at each stage. */
    case Stage = 'stage';
}
