<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;

/**
 * A document as what it means: without what is left out anyway, defaults, and ways to write a decimal.
 */
final class Meaning
{
    private const DEFAULTS = [
        'required' => false,
        'hidden' => false,
        'free' => [false, '0'],
        'line' => 'inside',
        'per' => 'unit',
        'skipSpaces' => false,
        'measure' => 'utf16',
        'allow' => 'any',
        'points' => '0',
        'backorder' => false,
        'help' => '',
        'default' => false,
        'mode' => 'half-up',
        'at' => 'unit',
        'all' => false,
    ];

    /** Names of decimals; those of amounts are told with the currency's decimals. */
    private const AMOUNTS = ['price', 'salePrice', 'cost', 'charge', 'amount'];
    private const DECIMALS = [
        'weight',
        'stock',
        'points',
        'rate',
        'min',
        'max',
        'step',
        'length',
        'width',
        'height',
        'x',
        'y',
        'free',
        'decimals',
        'maxBytes',
        'minWidth',
        'minHeight',
        'atLeast',
        'atMost',
        'above',
        'below',
        'from',
        'most',
    ];

    private const STAGES = ['page', 'cart', 'checkout', 'order'];

    public function __construct(private readonly int $minorUnits) {}

    /**
     * @param mixed $value decoded JSON
     * @param string $key that it stands under
     *
     * @return array<array-key, mixed>|scalar|null objects as arrays by key
     */
    public function of(mixed $value, string $key = ''): mixed
    {
        if ($value instanceof \stdClass) {
            $object = [];
            foreach (get_object_vars($value) as $name => $own) {
                $meant = $this->of($own, (string) $name);
                if (null !== $meant && !self::isDefault((string) $name, $meant)) {
                    $object[(string) $name] = $meant;
                }
            }

            return $this->object($object, $key);
        }
        if (is_array($value)) {
            $list = array_map(fn(mixed $own): mixed => $this->of($own, $key), array_values($value));

            return 'is' === $key && 1 === count($list) ? $list[0] : $list;
        }

        return is_string($value) || is_int($value) ? $this->decimal($value, $key) : (is_scalar($value) ? $value : null);
    }

    /**
     * @param array<string, mixed> $object
     *
     * @return array<string, mixed>|string|null
     */
    private function object(array $object, string $key): array|string|null
    {
        if ('fixed' === ($object['how'] ?? null) && is_string($object['amount'] ?? null) && 2 === count($object)) {
            return $object['amount'];
        }
        if ('percent' === ($object['how'] ?? null) && 'base' === ($object['of'] ?? null)) {
            unset($object['of']);
        }
        if (isset($object['stages']) && is_array($object['stages'])) {
            $stages = array_values(array_intersect(self::STAGES, array_filter($object['stages'], is_string(...))));
            if (self::STAGES === $stages) {
                unset($object['stages']);
            } else {
                $object['stages'] = $stages;
            }
        }
        // An object that says nothing means the same as none, where none means something.
        if (
            [] === $object &&
            in_array(
                $key,
                ['quantity', 'rounding', 'picks', 'length', 'lines', 'files', 'pixels', 'yes', 'appliesTo', 'variants'],
                true,
            )
        ) {
            return null;
        }
        if ('quantity' === $key && !isset($object['atLeast']) && !isset($object['atMost'])) {
            $object = array_filter(
                $object,
                static fn(mixed $v, string $k): bool => !in_array($k, ['min', 'step'], true) || '1' !== $v,
                ARRAY_FILTER_USE_BOTH,
            );

            return [] === $object ? null : $object;
        }
        if ('picks' === $key && '0' === ($object['min'] ?? null)) {
            unset($object['min']);

            return [] === $object ? null : $object;
        }

        return $object;
    }

    /** The same whatever order the keys of objects stand in. */
    public static function isSame(mixed $a, mixed $b): bool
    {
        return self::sorted($a) === self::sorted($b);
    }

    private static function sorted(mixed $value): mixed
    {
        if (!is_array($value)) {
            return $value;
        }
        $value = array_map(self::sorted(...), $value);
        if (!array_is_list($value)) {
            ksort($value);
        }

        return $value;
    }

    private function decimal(string|int $value, string $key): string
    {
        $amount = in_array($key, self::AMOUNTS, true);
        if (!is_int($value) && !$amount && !in_array($key, self::DECIMALS, true)) {
            return $value;
        }
        try {
            $number = BigDecimal::of($value)->strippedOfTrailingZeros();
        } catch (MathException) {
            return (string) $value;
        }

        return (string) $number->toScale(max($number->getScale(), $amount ? $this->minorUnits : 0));
    }

    private static function isDefault(string $key, mixed $value): bool
    {
        return array_key_exists($key, self::DEFAULTS) && in_array($value, (array) self::DEFAULTS[$key], true);
    }
}
