<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * What closes a dead end or a trap, in the order in which it is asked: the first that leaves nothing.
 */
enum TrapCause: string
{
    /** No form that can be completed goes on from here. */
    case NoAnswer = 'no-answer';
    case MissingRow = 'missing-row';
    case SoldOutRow = 'sold-out-row';
    /** A value or a part that is sold out. */
    case SoldOutValue = 'sold-out-value';
}
