<?php

declare(strict_types=1);

namespace Ithrel\Core\Formula;

/**
 * Units of length. 1 in = 25.4 mm and 1 yd = 0.9144 m exactly, by the international yard and pound
 * agreement of 1959 (given in NIST Special Publication 811, appendix B; values from memory).
 */
final class Units
{
    /** Millimetres in one unit. */
    public const MILLIMETRES = [
        'mm' => '1',
        'cm' => '10',
        'm' => '1000',
        'in' => '25.4',
        'ft' => '304.8',
        'yd' => '914.4',
    ];
}
