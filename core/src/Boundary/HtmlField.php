<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Pattern\PatternVerdict;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Limits\DateLimits;
use Ithrel\Core\Setup\Limits\NumberLimits;
use Ithrel\Core\Setup\Limits\TextLimits;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\QuantityRule;
use Ithrel\Core\Setup\Today;

/**
 * What a browser's own form validation says of a field that has an option's limits as its attributes, after a person
 * has typed into it, in English.
 *
 * Source: the HTML standard, "Constraint validation" (the ValidityState flags), and the minlength, maxlength, pattern,
 * min, max and step attributes. A text is a textarea where its limits let more than one line through; a number without
 * step and decimals has step="any". A step counts from min, else from 0.
 */
final class HtmlField
{
    public const VALID = 'valid';
    /** HTML has no attribute that says this limit. */
    public const NONE = 'none';

    /** Flag that speaks of each problem; where several are raised, this one is named. */
    private const FLAG_OF = [
        'input.too-short' => 'tooShort',
        'input.too-long' => 'tooLong',
        'input.pattern' => 'patternMismatch',
        'input.number' => 'badInput',
        'input.below' => 'rangeUnderflow',
        'input.above' => 'rangeOverflow',
        'input.step' => 'stepMismatch',
        'input.decimals' => 'stepMismatch',
        'input.date' => 'badInput',
    ];

    /**
     * @param string|list<string>|list<array<string, string|int>> $answer
     * @param string|null $problem the code of the problem that the answer has
     */
    public static function of(Option $option, string|array $answer, ?string $problem): string
    {
        if (!is_string($answer)) {
            // Picks, and what a file has to be, are beyond HTML.
            return self::NONE;
        }
        // What is typed into a number or a date is taken in without its blanks.
        if ('' === (null === $option->text ? trim($answer) : $answer)) {
            return $option->required ? self::missing($option) : self::VALID;
        }
        $flags = match ($option->kind) {
            Kind::Text => self::text($option->text ?? new TextLimits(), $answer),
            Kind::Number => self::number($option->number ?? new NumberLimits(), $answer),
            Kind::Date => self::date($option->date ?? new DateLimits(), $answer),
            Kind::Colour => null === self::colour($answer) ? null : [],
            Kind::File, Kind::One, Kind::Several, Kind::Flag, Kind::Part, Kind::Note => null,
        };
        if (null === $flags) {
            return self::NONE;
        }
        if ([] !== $flags) {
            $own = self::FLAG_OF[$problem ?? ''] ?? null;

            return in_array($own, $flags, true) ? $own : $flags[0];
        }

        return (null === $problem && !self::measuresOtherwise($option->text)) || 'input.number' === $problem
            ? self::VALID
            : self::NONE;
    }

    /**
     * A field with the limits of an option as its attributes.
     *
     * @return array{string, array<string, string>}|null its type, or "textarea", and its attributes; null where nothing
     *                                                   is typed
     */
    public static function field(Option $option): ?array
    {
        $required = $option->required ? ['required' => ''] : [];

        return match ($option->kind) {
            Kind::Text => self::textField($option->text ?? new TextLimits(), $required),
            Kind::Number => self::numberField($option->number ?? new NumberLimits(), $required),
            Kind::Date => self::dateField($option->date ?? new DateLimits(), $required),
            Kind::Colour, Kind::File, Kind::One, Kind::Several, Kind::Flag, Kind::Part, Kind::Note => null,
        };
    }

    /**
     * @param array<string, string> $required
     *
     * @return array{string, array<string, string>}
     */
    private static function textField(TextLimits $limits, array $required): array
    {
        $lengths = 'utf16' === $limits->measure ? ['minlength' => $limits->min, 'maxlength' => $limits->max] : [];

        return self::isTextarea($limits)
            ? ['textarea', self::attributes($required + $lengths)]
            : ['text', self::attributes($required + $lengths + ['pattern' => $limits->pattern?->source])];
    }

    /**
     * @param array<string, string> $required
     *
     * @return array{string, array<string, string>}
     */
    private static function numberField(NumberLimits $limits, array $required): array
    {
        $places = $limits->decimals;
        $step = $limits->step ?? (null === $places ? 'any' : BigDecimal::ofUnscaledValue(1, max(0, $places)));

        return [
            'number',
            self::attributes($required + ['min' => $limits->min, 'max' => $limits->max, 'step' => $step]),
        ];
    }

    /**
     * @param array<string, string> $required
     *
     * @return array{string, array<string, string>}
     */
    private static function dateField(DateLimits $limits, array $required): array
    {
        [$first, $last] = [$limits->earliest, $limits->latest];

        return [
            'date',
            self::attributes(
                $required + [
                    'min' => null === $first ? null : Today::isoOf($first),
                    'max' => null === $last ? null : Today::isoOf($last),
                ],
            ),
        ];
    }

    /**
     * @return array{string, array<string, string>}
     */
    public static function ofQuantity(QuantityRule $rule): array
    {
        return [
            'number',
            self::attributes(['required' => '', 'min' => $rule->min, 'max' => $rule->max, 'step' => $rule->step]),
        ];
    }

    /**
     * @param array<string, string|int|\Stringable|null> $attributes
     *
     * @return array<string, string>
     */
    private static function attributes(array $attributes): array
    {
        return array_map(
            static fn(string|int|\Stringable|null $value): string => (string) $value,
            array_filter($attributes, static fn(mixed $value): bool => null !== $value),
        );
    }

    public static function missing(Option $option): string
    {
        // A group of check boxes cannot be required as a whole, and a colour field always has a value.
        return in_array($option->kind, [Kind::Several, Kind::Colour], true) ? self::NONE : 'valueMissing';
    }

    public static function quantity(QuantityRule $rule, string $typed): string
    {
        $limits = new NumberLimits(
            BigDecimal::of($rule->min),
            null === $rule->max ? null : BigDecimal::of($rule->max),
            BigDecimal::of($rule->step),
        );

        return '' === $typed ? 'valueMissing' : self::number($limits, $typed)[0] ?? self::VALID;
    }

    /** Whether the limits let several lines through, so that the field is a textarea. */
    public static function isTextarea(TextLimits $limits): bool
    {
        return null !== $limits->maxLines && $limits->maxLines > 1;
    }

    /** Length in a measure for which HTML has no attribute. */
    private static function measuresOtherwise(?TextLimits $limits): bool
    {
        return null !== $limits && 'utf16' !== $limits->measure && (null !== $limits->min || null !== $limits->max);
    }

    /**
     * @return list<string>|null in the order in which the standard lists them; null where a field of one line cannot
     *                           hold it
     */
    private static function text(TextLimits $limits, string $text): ?array
    {
        $text = TextMeasure::normalize($text);
        $oneLine = !self::isTextarea($limits);
        if ($oneLine && str_contains($text, "\n")) {
            return null;
        }
        $flags = [];
        if ($oneLine && PatternVerdict::Misses === $limits->pattern?->verdict($text)) {
            $flags[] = 'patternMismatch';
        }
        if ('utf16' === $limits->measure) {
            $length = TextMeasure::length($text, 'utf16');
            if (null !== $limits->max && $length > $limits->max) {
                $flags[] = 'tooLong';
            }
            if (null !== $limits->min && $length < $limits->min) {
                $flags[] = 'tooShort';
            }
        }

        return $flags;
    }

    /**
     * @return list<string>
     */
    private static function number(NumberLimits $limits, string $typed): array
    {
        // "Valid floating-point number" of the standard; blanks at the ends are not taken into the field.
        if (1 !== preg_match('/^-?(?:\d{1,60}(?:\.\d{1,60})?|\.\d{1,60})(?:[eE][+-]?\d{1,3})?$/D', trim($typed))) {
            return ['badInput'];
        }
        $typed = trim($typed);
        $number = BigDecimal::of(str_starts_with(ltrim($typed, '-'), '.') ? str_replace('.', '0.', $typed) : $typed);
        $flags = [];
        if (null !== $limits->min && $number->isLessThan($limits->min)) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $limits->max && $number->isGreaterThan($limits->max)) {
            $flags[] = 'rangeOverflow';
        }
        $step =
            $limits->step ??
            (null === $limits->decimals ? null : BigDecimal::ofUnscaledValue(1, max(0, $limits->decimals)));
        if (
            null !== $step &&
            !$number
                ->minus($limits->min ?? BigDecimal::zero())
                ->remainder($step)
                ->isZero()
        ) {
            $flags[] = 'stepMismatch';
        }

        return $flags;
    }

    /**
     * @return list<string>|null null where a date field cannot be given this
     */
    private static function date(DateLimits $limits, string $typed): ?array
    {
        if (1 !== preg_match('/^\d{4}-\d\d-\d\d$/D', $typed)) {
            return null;
        }
        $day = Today::dayOf($typed);
        if (null === $day) {
            return ['badInput'];
        }
        $flags = [];
        if (null !== $limits->earliest && $day < $limits->earliest) {
            $flags[] = 'rangeUnderflow';
        }
        if (null !== $limits->latest && $day > $limits->latest) {
            $flags[] = 'rangeOverflow';
        }

        return $flags;
    }

    private static function colour(string $typed): ?string
    {
        return 1 === preg_match('/^#[0-9a-f]{6}$/iD', $typed) ? $typed : null;
    }
}
