<?php

declare(strict_types=1);

namespace Ithrel\Core\Document;

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
            $pointer .= '/' . self::escape((string) $step);
        }

        return $pointer;
    }

    public static function escape(string $step): string
    {
        return strtr($step, ['~' => '~0', '/' => '~1']);
    }

    /**
     * @return list<string> names and positions, from the whole document on
     */
    public static function steps(string $pointer): array
    {
        return '' === $pointer
            ? []
            : array_map(
                static fn(string $step): string => strtr($step, ['~1' => '/', '~0' => '~']),
                explode('/', substr($pointer, 1)),
            );
    }

    /**
     * The innermost place that holds all of some places.
     *
     * @param non-empty-list<string> $pointers
     */
    public static function common(array $pointers): string
    {
        $steps = array_map(static fn(string $p): array => explode('/', $p), $pointers);
        $common = array_shift($steps);
        foreach ($steps as $other) {
            $same = 0;
            while (isset($common[$same], $other[$same]) && $common[$same] === $other[$same]) {
                ++$same;
            }
            $common = array_slice($common, 0, $same);
        }

        return implode('/', $common);
    }
}
