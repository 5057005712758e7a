<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Ithrel\Core\Document\Pointer;
use Ithrel\Core\Setup\SchemaPlace;

/**
 * A document as what it means: without what is left out anyway, defaults, and ways to write a decimal. What is a
 * decimal, and what it means to leave something out, the schema says of each place.
 */
final class Meaning
{
    private const AMOUNTS = ['money', 'amount'];
    private const DECIMALS = ['decimal', 'positiveDecimal', 'count', 'positiveCount', 'bytes', 'bound'];
    private const CHARGES = ['charge', 'textCharge', 'fileCharge', 'severalCharge'];
    private const STAGES = ['page', 'cart', 'checkout', 'order'];

    public function __construct(private readonly int $minorUnits) {}

    /**
     * @return array<array-key, mixed>|scalar|null objects as arrays by key
     */
    public function ofDocument(mixed $document): mixed
    {
        return $this->of($document, SchemaPlace::ofDocument());
    }

    /**
     * Of what stands at a place of a document; null where nothing does.
     *
     * @return array<array-key, mixed>|scalar|null
     */
    public function at(mixed $document, string $pointer): mixed
    {
        $place = SchemaPlace::ofDocument();
        foreach (Pointer::steps($pointer) as $step) {
            $place = $place->holding($document)->at(is_array($document) ? (int) $step : $step);
            $document = match (true) {
                $document instanceof \stdClass => $document->{$step} ?? null,
                is_array($document) => $document[$step] ?? null,
                default => null,
            };
        }

        return $this->of($document, $place);
    }

    /**
     * @param mixed $value decoded JSON
     * @param SchemaPlace $place where it stands
     *
     * @return array<array-key, mixed>|scalar|null objects as arrays by key
     */
    public function of(mixed $value, SchemaPlace $place): mixed
    {
        return $this->held($value, $place->holding($value));
    }

    /**
     * @return array<array-key, mixed>|scalar|null
     */
    private function held(mixed $value, SchemaPlace $place): mixed
    {
        if ($value instanceof \stdClass) {
            $object = [];
            foreach (get_object_vars($value) as $name => $own) {
                $meant = $this->ofMember($own, $place->at((string) $name));
                if (null !== $meant) {
                    $object[(string) $name] = $meant;
                }
            }

            return 'fixed' === ($object['how'] ?? null) &&
                is_string($object['amount'] ?? null) &&
                2 === count($object) &&
                $place->is(...self::CHARGES)
                ? $object['amount']
                : $object;
        }
        if (is_array($value)) {
            $list = [];
            foreach (array_values($value) as $i => $own) {
                $list[] = $this->of($own, $place->at($i));
            }

            return match (true) {
                1 === count($list) && $place->takesOneOrList() => $list[0],
                // Stages are a set; they are told in the order in which a shopper comes by them.
                $place->default() === [self::STAGES] => array_values(
                    array_intersect(self::STAGES, array_filter($list, is_string(...))),
                ),
                default => $list,
            };
        }

        return is_string($value) || is_int($value)
            ? $this->decimal($value, $place)
            : (is_scalar($value)
                ? $value
                : null);
    }

    /**
     * The same of a member of an object: null too where it says what leaving it out means.
     *
     * @return array<array-key, mixed>|scalar|null
     */
    public function ofMember(mixed $value, SchemaPlace $place): mixed
    {
        $place = $place->holding($value);
        $meant = $this->held($value, $place);
        $default = $place->default();

        return null !== $default && $meant === ($default[0] instanceof \stdClass ? [] : $default[0]) ? null : $meant;
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

    private function decimal(string|int $value, SchemaPlace $place): string
    {
        $isAmount = $place->is(...self::AMOUNTS);
        if (!is_int($value) && !$isAmount && !$place->is(...self::DECIMALS)) {
            return $value;
        }
        try {
            $number = BigDecimal::of($value)->strippedOfTrailingZeros();
        } catch (MathException) {
            return (string) $value;
        }

        return (string) $number->toScale(max($number->getScale(), $isAmount ? $this->minorUnits : 0));
    }
}
