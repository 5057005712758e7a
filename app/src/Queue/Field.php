<?php

declare(strict_types=1);

namespace Ithrel\App\Queue;

/**
 * Reads the members of what came out of a queue.
 */
final class Field
{
    /**
     * @param array<array-key, mixed> $data
     */
    public static function text(array $data, string $name): string
    {
        $value = $data[$name] ?? null;

        return is_string($value) ? $value : throw new \InvalidArgumentException(sprintf('"%s" is no text.', $name));
    }

    /**
     * @param array<array-key, mixed> $data
     */
    public static function whole(array $data, string $name): int
    {
        $value = $data[$name] ?? null;

        return is_int($value)
            ? $value
            : throw new \InvalidArgumentException(sprintf('"%s" is no whole number.', $name));
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return array<string, mixed>
     */
    public static function object(array $data, string $name): array
    {
        $object = [];
        foreach (
            is_array($data[$name] ?? null)
                ? $data[$name]
                : throw new \InvalidArgumentException(sprintf('"%s" is no object.', $name))
            as $key => $value
        ) {
            $object[(string) $key] = $value;
        }

        return $object;
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return list<array<string, mixed>>
     */
    public static function objects(array $data, string $name): array
    {
        $list = [];
        foreach (self::object($data, $name) as $each) {
            $list[] = self::object([$name => $each], $name);
        }

        return $list;
    }

    /**
     * @param array<array-key, mixed> $data
     *
     * @return list<string>
     */
    public static function texts(array $data, string $name): array
    {
        return array_values(array_filter(self::object($data, $name), is_string(...)));
    }
}
