<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

/**
 * Makes a failing document smaller: takes out members of lists and optional keys as long as it still fails.
 */
final class Shrink
{
    private const OPTIONAL = [
        'shownWhen',
        'allowedWhen',
        'required',
        'default',
        'hidden',
        'stock',
        'picks',
        'variants',
        'guards',
        'quantity',
        'backorder',
        'charges',
        'min',
        'max',
        'step',
        'decimals',
        'length',
        'files',
        'earliest',
        'latest',
        'weekdays',
    ];

    /**
     * @param array<string, mixed> $document
     * @param callable(array<string, mixed>):bool $fails false also where a document became unreadable
     *
     * @return array<string, mixed>
     */
    public static function document(array $document, callable $fails): array
    {
        do {
            $smaller = null;
            foreach (self::candidates($document) as $candidate) {
                if ($fails($candidate)) {
                    $smaller = $candidate;
                    break;
                }
            }
            $document = $smaller ?? $document;
        } while (null !== $smaller);

        return $document;
    }

    /**
     * @param array<array-key, mixed> $node
     *
     * @return iterable<array<string, mixed>>
     */
    private static function candidates(array $node): iterable
    {
        foreach ($node as $key => $child) {
            $child = $child instanceof \stdClass ? get_object_vars($child) : $child;
            if (is_int($key) || in_array($key, self::OPTIONAL, true)) {
                $without = $node;
                unset($without[$key]);
                yield is_int($key) ? array_values($without) : $without;
            }
            if (is_array($child)) {
                foreach (self::candidates($child) as $smaller) {
                    $with = $node;
                    $with[$key] = 'pick' === $key ? (object) $smaller : $smaller;
                    yield $with;
                }
            }
        }
    }
}
