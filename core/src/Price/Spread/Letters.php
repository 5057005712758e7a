<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

/**
 * Letters remembered as text: ".3:1.7:0." for cell 3 with letter 1 and cell 7 with letter 0.
 */
final class Letters
{
    public const NONE = '.';

    public static function with(string $memory, int $cell, int $letter): string
    {
        return $memory . $cell . ':' . $letter . '.';
    }

    /**
     * @return array<int, int> cell => letter
     */
    public static function of(string $memory): array
    {
        $letters = [];
        foreach (explode('.', trim($memory, '.')) as $pair) {
            if ('' !== $pair) {
                [$cell, $letter] = explode(':', $pair);
                $letters[(int) $cell] = (int) $letter;
            }
        }

        return $letters;
    }
}
