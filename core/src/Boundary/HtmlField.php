<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\Type\NumberType;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\QuantityRule;

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
        $flags = $option->type?->htmlFlags($answer);
        if (null === $flags) {
            return self::NONE;
        }
        if ([] !== $flags) {
            $own = self::FLAG_OF[$problem ?? ''] ?? null;

            return in_array($own, $flags, true) ? $own : $flags[0];
        }

        return null === $problem || 'input.number' === $problem ? self::VALID : self::NONE;
    }

    /**
     * A field with the limits of an option as its attributes.
     *
     * @return array{string, array<string, string>}|null its type, or "textarea", and its attributes; null where nothing
     *                                                   is typed
     */
    public static function field(Option $option): ?array
    {
        $field = $option->type?->htmlField();

        return null === $field
            ? null
            : [$field[0], self::attributes(($option->required ? ['required' => ''] : []) + $field[1])];
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
        // A group of check boxes cannot be required as a whole.
        return Kind::Several === $option->kind || false === $option->type?->canBeEmpty() ? self::NONE : 'valueMissing';
    }

    public static function quantity(QuantityRule $rule, string $typed): string
    {
        $field = new NumberType(
            BigDecimal::of($rule->min),
            null === $rule->max ? null : BigDecimal::of($rule->max),
            BigDecimal::of($rule->step),
        );

        return '' === $typed ? 'valueMissing' : $field->htmlFlags($typed)[0] ?? self::VALID;
    }
}
