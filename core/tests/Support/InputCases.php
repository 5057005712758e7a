<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Support;

/**
 * Answers of each kind of input and what has to become of them, worked out by hand. Ithrel's check, its boundary sheets
 * and the rehearsal shop's own reading are held to the same.
 *
 * Long, as it has some for each kind.
 */
final class InputCases
{
    /**
     * Options with answers at their edges, each with "taken" or "refused" and the problem, and the flag of
     * ValidityState (HTML standard) that a browser's own validation raises.
     *
     * @return iterable<string, array{array<string, mixed>, array<array-key, string>}>
     */
    public static function edges(): iterable
    {
        yield 'a number with ends and steps' => [
            ['kind' => 'number', 'min' => '22', 'max' => '100', 'step' => '7', 'unit' => 'cm'],
            [
                '22' => 'taken valid',
                '15' => 'refused input.below rangeUnderflow',
                '29' => 'taken valid',
                '99' => 'taken valid',
                '106' => 'refused input.above rangeOverflow',
                '100' => 'refused input.step stepMismatch',
                '101' => 'refused input.above rangeOverflow',
                '25.5' => 'refused input.step stepMismatch',
                '28' => 'refused input.step stepMismatch',
                '1e2' => 'refused input.number stepMismatch',
                '22,5' => 'refused input.number badInput',
                '0022' => 'taken valid',
                ' 22 ' => 'taken valid',
                '22 cm' => 'refused input.number badInput',
            ],
        ];
        yield 'a number with decimals' => [
            ['kind' => 'number', 'min' => '1.5', 'max' => '2.25', 'decimals' => 2],
            [
                '1.5' => 'taken valid',
                '1.49' => 'refused input.below rangeUnderflow',
                '1.51' => 'taken valid',
                '2.26' => 'refused input.above rangeOverflow',
                '1.501' => 'refused input.decimals stepMismatch',
                '1.500' => 'taken valid',
            ],
        ];
        // 2026-11-24 is a Tuesday; the window is Friday 27 November to Thursday 10 December.
        yield 'a day of the week in a window' => [
            [
                'kind' => 'date',
                'earliest' => '+3d',
                'latest' => '2026-12-10',
                'weekdays' => [1, 2, 3, 4],
                'closed' => ['2026-12-08'],
            ],
            [
                '2026-11-26' => 'refused input.below rangeUnderflow',
                '2026-11-27' => 'refused input.day none',
                '2026-11-30' => 'taken valid',
                '2026-12-10' => 'taken valid',
                '2026-12-11' => 'refused input.above rangeOverflow',
                '2026-12-08' => 'refused input.day none',
                '2026-12-07' => 'taken valid',
                '2026-12-09' => 'taken valid',
                '2028-02-29' => 'refused input.above rangeOverflow',
                '2029-02-29' => 'refused input.date badInput',
                '07.12.2026' => 'refused input.date none',
            ],
        ];
        yield 'a colour of a list' => [
            ['kind' => 'colour', 'colours' => ['#1f5c8a']],
            [
                '#1F5C8A' => 'taken valid',
                '#1f5c8b' => 'refused input.colour none',
                'red' => 'refused input.colour none',
            ],
        ];
    }

    /**
     * @return iterable<string, array{array<string, mixed>, mixed, string|null}> option, answer, the first problem;
     *                                                                           null: it is taken
     */
    public static function answers(): iterable
    {
        foreach (self::edges() as $what => [$option, $rows]) {
            foreach ($rows as $answer => $verdict) {
                $words = explode(' ', $verdict);
                yield $what . ': ' . $answer => [$option, (string) $answer, 'taken' === $words[0] ? null : $words[1]];
            }
        }
        yield from self::texts();
        yield from self::numbersAndDays();
        yield from self::colours();
        yield from self::files();
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string|null}>
     */
    private static function texts(): iterable
    {
        yield 'the most characters' => [['kind' => 'text', 'length' => ['max' => 3]], 'Ada', null];
        yield 'one more' => [['kind' => 'text', 'length' => ['max' => 3]], 'Adam', 'input.too-long'];
        yield 'too few' => [['kind' => 'text', 'length' => ['min' => 2]], 'A', 'input.too-short'];
        yield 'letters alone' => [['kind' => 'text', 'allow' => 'letters'], 'Ada1', 'input.characters'];
        yield 'digits alone' => [['kind' => 'text', 'allow' => 'digits'], '042', null];
        yield 'a pattern is held against all of it' => [
            ['kind' => 'text', 'pattern' => '[A-Z]{2}'],
            'ABC',
            'input.pattern',
        ];
        yield 'lines' => [['kind' => 'text', 'lines' => ['max' => 1]], "a\nb", 'input.lines'];
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string|null}>
     */
    private static function numbersAndDays(): iterable
    {
        foreach (['ten', '.5', '5.', '+1', '1,5', '٣', '0x10'] as $spelling) {
            yield 'no number: ' . $spelling => [['kind' => 'number'], $spelling, 'input.number'];
        }
        yield 'the least' => [['kind' => 'number', 'min' => '10'], '10.0', null];
        yield 'below the least' => [['kind' => 'number', 'min' => '10'], '9.99', 'input.below'];
        yield 'above the most' => [['kind' => 'number', 'max' => '10'], '10.01', 'input.above'];
        yield 'steps are counted from the least' => [['kind' => 'number', 'min' => '12', 'step' => '5'], '17', null];
        yield 'between steps' => [['kind' => 'number', 'min' => '12', 'step' => '5'], '15', 'input.step'];
        yield 'decimals' => [['kind' => 'number', 'decimals' => 1], '1.25', 'input.decimals'];
        yield 'no day' => [['kind' => 'date'], '2026-02-30', 'input.date'];
        yield 'too early, from today' => [['kind' => 'date', 'earliest' => '+2d'], '2026-11-25', 'input.below'];
        yield 'a closed weekday; the 29th of November 2026 is a Sunday' => [
            ['kind' => 'date', 'weekdays' => [1, 2, 3, 4, 5, 6]],
            '2026-11-29',
            'input.day',
        ];
        yield 'a closed day' => [['kind' => 'date', 'closed' => ['2026-12-24']], '2026-12-24', 'input.day'];
    }

    /**
     * @return iterable<string, array{array<string, mixed>, string, string|null}>
     */
    private static function colours(): iterable
    {
        foreach (['#1f5c8a', ' #1F5C8A ', '#000000'] as $spelling) {
            yield 'a colour: ' . $spelling => [['kind' => 'colour'], $spelling, null];
        }
        foreach (['1f5c8a', '#fff', '#1f5c8g', 'red', "#1f5c8a\n#"] as $spelling) {
            yield 'no colour: ' . $spelling => [['kind' => 'colour'], $spelling, 'input.colour'];
        }
        yield 'a colour that the list has in capitals' => [
            ['kind' => 'colour', 'colours' => ['#1F5C8A']],
            '#1f5c8a',
            null,
        ];
    }

    /**
     * @return iterable<string, array{array<string, mixed>, list<array<string, mixed>>, string|null}>
     */
    private static function files(): iterable
    {
        foreach (
            [
                'the same' => ['image/png', ['image/png'], true],
                'in other letter case' => ['Image/PNG', ['image/png'], true],
                'any of a kind' => ['image/webp', ['image/*'], true],
                'any at all' => ['application/pdf', ['*/*'], true],
                'another kind' => ['application/pdf', ['image/*'], false],
                'a kind whose name begins alike' => ['images/png', ['image/*'], false],
                'another of the kind' => ['image/webp', ['image/png', 'image/jpeg'], false],
            ]
            as $what => [$type, $taken, $fits]
        ) {
            yield 'a kind of file: ' . $what => [
                ['kind' => 'file', 'types' => $taken],
                [['name' => 'a', 'type' => $type]],
                $fits ? null : 'input.file-type',
            ];
        }
        yield 'one byte too large' => [
            ['kind' => 'file', 'maxBytes' => 10],
            [['name' => 'a', 'bytes' => 11]],
            'input.file-size',
        ];
        yield 'too many files' => [
            ['kind' => 'file', 'files' => ['max' => 1]],
            [['name' => 'a'], ['name' => 'b']],
            'input.file-count',
        ];
        yield 'too narrow' => [
            ['kind' => 'file', 'pixels' => ['minWidth' => 100]],
            [['name' => 'a', 'width' => 99, 'height' => 500]],
            'input.pixels',
        ];
    }
}
