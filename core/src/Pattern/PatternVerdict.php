<?php

declare(strict_types=1);

namespace Ithrel\Core\Pattern;

/**
 * Whether a text has the form that a pattern asks for.
 */
enum PatternVerdict
{
    case Fits;
    case Misses;
    /** The engine gave up on this text, or cannot express this pattern at all. */
    case Undecided;
}
