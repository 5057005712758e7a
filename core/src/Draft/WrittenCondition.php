<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

/**
 * A condition as a person writes it into a cell: "Size is Large", "Finish = Brass or Nickel", "Gift wrap is yes and
 * Size is Small". The options and values are those of the draft, by label; told with labels, which become codes later.
 */
final class WrittenCondition
{
    private const BOUNDS = [
        'at least' => 'atLeast',
        'from' => 'atLeast',
        'at most' => 'atMost',
        'until' => 'atMost',
        'above' => 'above',
        'after' => 'above',
        'below' => 'below',
        'before' => 'below',
    ];

    /**
     * The longest label first, as one may begin another.
     *
     * @param list<DraftOption> $options
     *
     * @return list<DraftOption>
     */
    public static function longestFirst(array $options): array
    {
        usort(
            $options,
            static fn(DraftOption $a, DraftOption $b): int => mb_strlen($b->label->text()) <=>
                mb_strlen($a->label->text()),
        );

        return $options;
    }

    /**
     * @param list<DraftOption> $options as longestFirst() has them
     *
     * @return array<string, mixed>|null with labels in place of codes; null where it is not understood
     */
    public static function read(string $words, array $options): ?array
    {
        foreach (['all' => '/\s+(?:and|&)\s+/iu', 'any' => '/\s*;\s*/u'] as $how => $between) {
            $parts = self::parts($between, trim($words));
            if (count($parts) > 1) {
                $read = array_map(static fn(string $part): ?array => self::read($part, $options), $parts);

                return in_array(null, $read, true) ? null : [$how => $read];
            }
        }

        return self::test(trim($words), $options);
    }

    /**
     * @param list<DraftOption> $options
     *
     * @return array<string, mixed>|null
     */
    private static function test(string $words, array $options): ?array
    {
        foreach ($options as $option) {
            $label = $option->label->text();
            $code = is_string($option->facts['code']->value ?? null) ? $option->facts['code']->value : $label;
            $names = implode(
                '|',
                array_map(static fn(string $name): string => preg_quote($name, '/'), [
                    $label,
                    Names::withoutMark($label),
                    $code,
                ]),
            );
            if (
                1 !==
                preg_match(
                    '/^(?:' . $names . ')(?!\w)\s*(?<not>!=|≠|is not\s|not\s)?(?:=|:|is\b|has\b)?\s*(?<answer>.*)$/isu',
                    $words,
                    $m,
                )
            ) {
                continue;
            }
            $test = self::answer($option, $label, trim($m['answer']));
            if (null !== $test) {
                return '' === $m['not'] ? $test : ['not' => $test];
            }
        }

        return null;
    }

    /**
     * @return array<string, mixed>|null
     */
    private static function answer(DraftOption $option, string $label, string $answer): ?array
    {
        if ([] !== $option->values) {
            $labels = [];
            foreach (
                null === $option->value($answer) ? self::parts('/\s+or\s+|\s*,\s*|\s*\|\s*/iu', $answer) : [$answer]
                as $name
            ) {
                $value = $option->value($name) ?? self::byCode($option, $name);
                if (null === $value) {
                    return null;
                }
                $labels[] = $value->label->text();
            }

            return ['option' => $label, 'is' => $labels];
        }
        if ('flag' === $option->kind?->value) {
            $yes = '' === $answer ? true : Cells::yes($answer);

            return null === $yes ? null : ['option' => $label, 'is' => $yes];
        }

        if (in_array(mb_strtolower($answer), ['filled', 'answered', 'given'], true)) {
            return ['option' => $label, 'filled' => true];
        }
        $bound = match ($option->kind?->value) {
            'number' => '-?\d+(?:\.\d+)?',
            'date' => '\d{4}-\d\d-\d\d|[+-]\d{1,5}d',
            default => null,
        };
        $unit = is_string($option->facts['unit']->value ?? null) ? $option->facts['unit']->value : '';

        return null !== $bound &&
            1 ===
                preg_match(
                    '/^(?<how>' .
                        implode('|', array_keys(self::BOUNDS)) .
                        ') (?<bound>' .
                        $bound .
                        ')(?: ' .
                        preg_quote($unit, '/') .
                        ')?$/iD',
                    $answer,
                    $m,
                )
            ? ['option' => $label, self::BOUNDS[strtolower($m['how'])] => $m['bound']]
            : null;
    }

    /**
     * @return list<string>
     */
    private static function parts(string $between, string $text): array
    {
        $parts = preg_split($between, $text);

        return false === $parts ? [$text] : $parts;
    }

    private static function byCode(DraftOption $option, string $name): ?DraftValue
    {
        foreach ($option->values as $value) {
            if (($value->facts['code']->value ?? null) === $name) {
                return $value;
            }
        }

        return null;
    }
}
