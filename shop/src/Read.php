<?php

declare(strict_types=1);

namespace Ithrel\Shop;

use Brick\Math\BigDecimal;

/**
 * Takes members out of a decoded document.
 */
final class Read
{
    /**
     * @param array<array-key, mixed> $from
     */
    public static function text(array $from, string $key, string $absent = ''): string
    {
        $value = $from[$key] ?? null;

        return is_string($value) || is_int($value) ? (string) $value : $absent;
    }

    /**
     * @param array<array-key, mixed> $from
     */
    public static function whole(array $from, string $key, int $absent): int
    {
        return isset($from[$key]) ? (int) self::text($from, $key) : $absent;
    }

    /**
     * @param array<array-key, mixed> $from
     */
    public static function decimal(array $from, string $key): ?BigDecimal
    {
        return isset($from[$key]) ? BigDecimal::of(self::text($from, $key, '0')) : null;
    }

    /**
     * @param array<array-key, mixed> $from
     *
     * @return array<string, mixed>
     */
    public static function map(array $from, string $key): array
    {
        /** @var array<string, mixed> $map what was an object in JSON, or is taken for one */
        $map = is_array($from[$key] ?? null) ? $from[$key] : [];

        return $map;
    }

    /**
     * @param array<array-key, mixed> $from
     *
     * @return array<string, mixed>|null
     */
    public static function mapOrNull(array $from, string $key): ?array
    {
        return isset($from[$key]) && is_array($from[$key]) ? self::map($from, $key) : null;
    }

    /**
     * @param array<array-key, mixed> $from
     *
     * @return list<array<string, mixed>>
     */
    public static function maps(array $from, string $key): array
    {
        /** @var list<array<string, mixed>> $maps */
        $maps = array_values(array_filter(is_array($from[$key] ?? null) ? $from[$key] : [], is_array(...)));

        return $maps;
    }

    /**
     * @param array<array-key, mixed> $from
     *
     * @return list<string>
     */
    public static function texts(array $from, string $key): array
    {
        $value = $from[$key] ?? null;

        return array_values(
            array_filter(is_array($value) ? $value : (null === $value ? [] : [$value]), is_string(...)),
        );
    }

    /** A number as a shopper types it; null where it is none. */
    public static function typed(string $text): ?BigDecimal
    {
        return 1 === preg_match('/^-?[0-9]+(\.[0-9]+)?$/D', trim($text)) ? BigDecimal::of(trim($text)) : null;
    }
}
