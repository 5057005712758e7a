<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

/**
 * JSON Pointers as RFC 6901 writes them.
 */
final class Pointer
{
    /**
     * @param list<string|int> $path
     */
    public static function of(array $path): string
    {
        $pointer = '';
        foreach ($path as $step) {
            $pointer .= '/'.self::escape((string) $step);
        }

        return $pointer;
    }

    public static function escape(string $step): string
    {
        return strtr($step, ['~' => '~0', '/' => '~1']);
    }
}
