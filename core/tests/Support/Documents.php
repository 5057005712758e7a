<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Reach\KeptDiagrams;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;

/**
 * Setups for tests, from arrays in which only what matters is said.
 */
final class Documents
{
    public const TODAY = '2026-11-24';

    private static ?Reader $reader = null;

    /**
     * @param array<string, mixed> $keys
     */
    public static function json(array $keys): string
    {
        return json_encode(
            $keys + [
                'ithrel' => 'setup/1',
                'name' => 'Test',
                'currency' => 'EUR',
                'item' => ['sku' => 'T-1', 'name' => 'Test lamp', 'price' => '100.00'],
                'options' => [],
            ],
            JSON_THROW_ON_ERROR,
        );
    }

    /**
     * @param array<string, mixed> $keys
     */
    public static function setup(array $keys): Setup
    {
        self::$reader ??= Reader::shipped();

        return self::$reader->read(self::json($keys), Today::of(self::TODAY));
    }

    /**
     * @param array<string, mixed> $keys
     */
    public static function reach(array $keys, ?KeptDiagrams $kept = null): Reach
    {
        return new Reach(self::setup($keys), false, $kept);
    }

    /**
     * @param list<string> $values
     * @param array<string, mixed> $keys
     *
     * @return array<string, mixed>
     */
    public static function one(string $code, array $values, array $keys = []): array
    {
        return $keys + [
            'code' => $code,
            'label' => ucfirst($code),
            'kind' => 'one',
            'values' => array_map(static fn(string $v): array => ['code' => $v, 'label' => ucfirst($v)], $values),
        ];
    }
}
