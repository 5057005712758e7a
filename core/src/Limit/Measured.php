<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

/**
 * What a formula may ask of an answer by the code of its option: a number itself, or a count.
 */
enum Measured
{
    case Value;
    case Characters;
    case Files;
    case Picks;
}
