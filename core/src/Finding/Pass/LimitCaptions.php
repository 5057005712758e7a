<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Ithrel\Core\Decimal\AmountReader;
use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Option;

/**
 * limit.caption: a limit or a unit written for the shopper that is not the one set. What a sentence says of something
 * else (a resolution, a weight, a delivery) is held against nothing.
 *
 * The words are those of English captions; the numbers and units are anybody's.
 */
final class LimitCaptions implements Pass
{
    private const NUMBER = '(?:\d{1,3}(?:[ ,.\'’\x{A0}\x{202F}]\d{3})+(?!\d)(?:[.,]\d{1,6})?|\d{1,12}(?:[.,]\d{1,6})?)';
    private const UNIT = '(?:\s?(?<unit>\p{L}+[²³]?|°|"|″|%))?';
    private const MOST =
        '/\b(?:up to|at most|max(?:imum)?\b\.?(?:\s+of)?|no more than|not more than|limited to)\s+(?<n>' .
        self::NUMBER .
        ')' .
        self::UNIT .
        '/iu';
    private const LEAST =
        '/\b(?:at least|min(?:imum)?\b\.?(?:\s+of)?|no less than|not less than)\s+(?<n>' .
        self::NUMBER .
        ')' .
        self::UNIT .
        '/iu';
    private const RANGE =
        '/(?<![\d.,\p{L}\-–])(?:from\s+)?(?<a>' .
        self::NUMBER .
        ')\s?(?:\p{L}{1,6}\s)?(?:to|–|-)\s?(?<b>' .
        self::NUMBER .
        ')(?![\d\-–])' .
        self::UNIT .
        '/iu';

    /** Units as people write them. */
    private const UNITS = [
        'inch' => 'in',
        'inches' => 'in',
        '"' => 'in',
        '″' => 'in',
        'feet' => 'ft',
        'foot' => 'ft',
        'metre' => 'm',
        'metres' => 'm',
        'meter' => 'm',
        'meters' => 'm',
        'centimetre' => 'cm',
        'centimetres' => 'cm',
        'centimeter' => 'cm',
        'centimeters' => 'cm',
        'millimetre' => 'mm',
        'millimetres' => 'mm',
        'millimeter' => 'mm',
        'millimeters' => 'mm',
        'yard' => 'yd',
        'yards' => 'yd',
        'kilogram' => 'kg',
        'kilograms' => 'kg',
        'gram' => 'g',
        'grams' => 'g',
        'pounds' => 'lb',
        'lbs' => 'lb',
        'litre' => 'l',
        'litres' => 'l',
        'liter' => 'l',
        'liters' => 'l',
    ];
    private const KNOWN = ['mm', 'cm', 'm', 'km', 'in', 'ft', 'yd', 'g', 'kg', 'lb', 'oz', 'l', 'ml'];

    /** Bytes, by the two readings that people have of a unit. */
    private const BYTES = [
        'b' => [1, 1],
        'bytes' => [1, 1],
        'byte' => [1, 1],
        'kb' => [1_000, 1_024],
        'kib' => [1_024, 1_024],
        'mb' => [1_000_000, 1_048_576],
        'mib' => [1_048_576, 1_048_576],
        'gb' => [1_000_000_000, 1_073_741_824],
        'gib' => [1_073_741_824, 1_073_741_824],
    ];

    private const CHARACTERS = [
        'character',
        'characters',
        'char',
        'chars',
        'letter',
        'letters',
        'digit',
        'digits',
        'sign',
        'signs',
        'symbol',
        'symbols',
    ];

    public function find(Reach $reach): iterable
    {
        foreach ($reach->setup->options as $option) {
            foreach (['label' => $option->label, 'help' => $option->help] as $key => $text) {
                foreach ($this->promises($text) as [$side, $said, $unit]) {
                    $set =
                        null === $unit && null === $option->number
                            ? null
                            : $this->set($option, $side, $unit ?? '', $said);
                    if (null !== $set) {
                        yield new Finding(
                            'limit.caption',
                            Severity::Warning,
                            $option->at . '/' . $key,
                            sprintf(
                                '"%s" promises %s %s, but %s is set.',
                                $text,
                                'max' === $side ? 'at most' : 'at least',
                                $said,
                                $set,
                            ),
                            ['said' => $said, 'set' => $set],
                        );
                    }
                }
            }
            yield from $this->unit($option);
        }
    }

    /**
     * @return list<array{'max'|'min', string, string|null}> side, number and unit; null for a bare range, which only a
     *                                                       number has
     */
    private function promises(string $text): array
    {
        $promises = [];
        foreach (['max' => self::MOST, 'min' => self::LEAST] as $side => $pattern) {
            preg_match_all($pattern, $text, $found, PREG_SET_ORDER);
            foreach ($found as $m) {
                $promises[] = [$side, $m['n'], mb_strtolower($m['unit'] ?? '')];
            }
        }
        preg_match_all(self::RANGE, $text, $found, PREG_SET_ORDER);
        foreach ($found as $m) {
            if (self::readings($m['a'])[0]->isLessThan(self::readings($m['b'])[0])) {
                $unit = '' === ($m['unit'] ?? '') ? null : mb_strtolower($m['unit']);
                array_push($promises, ['min', $m['a'], $unit], ['max', $m['b'], $unit]);
            }
        }

        return $promises;
    }

    /**
     * @return string|null what is set where it is something else than what is said; null where it agrees or is not
     *                     asked
     */
    private function set(Option $option, string $side, string $unit, string $said): ?string
    {
        if (isset(self::BYTES[$unit])) {
            $set = 'max' === $side ? $option->file?->maxBytes : null;
            if (null === $set) {
                return null;
            }
            foreach (self::readings($said) as $number) {
                foreach (self::BYTES[$unit] as $of) {
                    if ($number->multipliedBy($of)->isEqualTo($set)) {
                        return null;
                    }
                }
            }

            return $set . ' bytes';
        }
        $limit = $this->limit($option, $side, $unit);

        if (null === $limit) {
            return null;
        }
        foreach (self::readings($said) as $number) {
            if ($number->isEqualTo($limit)) {
                return null;
            }
        }

        return PlainDecimal::of(BigDecimal::of($limit));
    }

    /** The limit that a number with a unit speaks of. */
    private function limit(Option $option, string $side, string $unit): BigDecimal|int|null
    {
        $isMost = 'max' === $side;
        if (null !== $option->number) {
            $own = $option->number->unit;
            $isOwn =
                '' === $unit ||
                (null !== $own && self::plainUnit($unit) === self::plainUnit($own)) ||
                (null === $own && !self::isMeasure($unit));

            return $isOwn ? ($isMost ? $option->number->max : $option->number->min) : null;
        }
        if (null !== $option->text) {
            return match (true) {
                '' === $unit || in_array($unit, self::CHARACTERS, true) => $isMost
                    ? $option->text->max
                    : $option->text->min,
                $isMost && in_array($unit, ['line', 'lines'], true) => $option->text->maxLines,
                default => null,
            };
        }
        if (self::isMeasure($unit) || in_array($unit, ['dpi', 'ppi', 'px', 'pixel', 'pixels', 'x'], true)) {
            return null;
        }

        return $isMost
            ? $option->picks->max ?? $option->file?->maxFiles
            : $option->picks->min ?? $option->file?->minFiles;
    }

    /**
     * "Width in cm" where inches are set.
     *
     * @return iterable<Finding>
     */
    private function unit(Option $option): iterable
    {
        $set = $option->number?->unit;
        if (null === $set || !in_array(self::plainUnit($set), self::KNOWN, true)) {
            return;
        }
        if (1 === preg_match('/(?:\bin\s+|[(\[,]\s*)(?<unit>\p{L}+|"|″)\s*[)\]]?\s*\*?\s*$/iu', $option->label, $m)) {
            $said = self::plainUnit($m['unit']);
            if (in_array($said, self::KNOWN, true) && $said !== self::plainUnit($set)) {
                yield new Finding(
                    'limit.caption',
                    Severity::Warning,
                    $option->at . '/label',
                    sprintf('"%s" asks for %s, but the unit set is %s.', $option->label, $m['unit'], $set),
                    ['said' => $m['unit'], 'set' => $set],
                );
            }
        }
    }

    private static function plainUnit(string $unit): string
    {
        $unit = mb_strtolower($unit);

        return self::UNITS[$unit] ?? $unit;
    }

    private static function isMeasure(string $unit): bool
    {
        return in_array(self::plainUnit($unit), self::KNOWN, true);
    }

    /**
     * What a number in a sentence can mean: "1,000" is a thousand as well as one.
     *
     * @return non-empty-list<BigDecimal>
     */
    private static function readings(string $text): array
    {
        $read = (new AmountReader())->read($text);
        $all = array_values(array_filter([$read->other, $read->amount]));

        return [] === $all ? [BigDecimal::of((string) preg_replace('/\D/', '', $text))] : $all;
    }
}
