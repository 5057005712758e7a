<?php

declare(strict_types=1);

namespace Ithrel\App\Tests\Browser;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Tests\Support\Documents;

/**
 * Limits against the browser's own form validation (the HTML standard's constraint validation, as Chromium has it):
 * what the check of an input says has to be what ValidityState says of a field with the same attributes.
 */
final class FormValidationTest extends BrowserTestCase
{
    private const FLAGS = [
        'rangeUnderflow' => 'input.below',
        'rangeOverflow' => 'input.above',
        'stepMismatch' => 'input.step',
        'patternMismatch' => 'input.pattern',
    ];

    public function testNumbers(): void
    {
        mt_srand(20261124);
        $cases = [];
        for ($i = 0; $i < 400; ++$i) {
            $pick = static fn(array $from): mixed => $from[mt_rand(0, count($from) - 1)];
            // Chromium counts steps with binary floats; these values are exact enough for it to agree.
            $cases[] = [
                'min' => $pick([null, '0', '1.5', '-3', '22']),
                'max' => $pick([null, '9', '100', '0']),
                'step' => $pick(['any', '1', '0.5', '7', '2.5', '0.1']),
                'value' => $pick([
                    '0',
                    '1',
                    '1.5',
                    '2',
                    '-3',
                    '4',
                    '8.9',
                    '9',
                    '9.1',
                    '22',
                    '29',
                    '36',
                    '99',
                    '100',
                    '0.3',
                    '007',
                    '-0',
                ]),
            ];
        }
        $this->assertBrowserAgrees(
            'number',
            $cases,
            static fn(array $case): array => [
                'kind' => 'number',
                'min' => $case['min'],
                'max' => $case['max'],
                'step' => 'any' === $case['step'] ? null : $case['step'],
            ],
        );
    }

    public function testDates(): void
    {
        $cases = [];
        foreach ([null, '2026-11-24', '2028-02-29'] as $min) {
            foreach ([null, '2026-11-24', '2030-12-31'] as $max) {
                foreach (['2026-11-23', '2026-11-24', '2028-02-29', '2031-01-01'] as $value) {
                    $cases[] = ['min' => $min, 'max' => $max, 'step' => null, 'value' => $value];
                }
            }
        }
        $this->assertBrowserAgrees(
            'date',
            $cases,
            static fn(array $case): array => ['kind' => 'date', 'earliest' => $case['min'], 'latest' => $case['max']],
        );
    }

    public function testPatterns(): void
    {
        $cases = [];
        foreach (
            [
                '[a-z]+',
                'a|b',
                '\d{2,3}',
                '[^@\s]+@[^@\s]+\.[^@\s]+',
                '.',
                '\u00e9+',
                '\p{L}{3}',
                '(?:x|y)z?',
                '[A-Z]\w*',
                '\w+\s\w',
                '[\d\s]+',
                '[^\W\d]+',
                '\bada\b.*',
                '\Da',
                'a$|b',
                '\S+',
                '[\]\[a]+',
                '\u{1F4A1}',
                '',
            ]
            as $pattern
        ) {
            foreach (
                ['a', 'ab', 'b', '12', '1234', 'a@b.c', "\u{1F4A1}", "\u{E9}\u{E9}", 'Zoë', 'xz', 'Ada', 'ada b']
                as $value
            ) {
                $cases[] = ['pattern' => $pattern, 'value' => $value];
            }
        }
        $this->assertBrowserAgrees(
            'text',
            $cases,
            static fn(array $case): array => ['kind' => 'text', 'pattern' => $case['pattern']],
        );
    }

    public function testLengthIsCountedAsMaxlengthDoes(): void
    {
        self::open('/');
        foreach (['abc', "\u{1F4A1}", "e\u{301}", "a\u{10348}b", "\u{1F469}\u{200D}\u{1F467}"] as $text) {
            $length = self::$browser->executeScript(
                'const t = document.createElement("textarea"); t.value = arguments[0]; return t.value.length',
                [$text],
            );
            self::assertSame($length, TextMeasure::length($text, 'utf16'), $text);
        }
        $length = self::$browser->executeScript(
            'const t = document.createElement("textarea"); t.value = arguments[0]; return t.value.length',
            ["a\r\nb\rc\nd"],
        );
        self::assertSame($length, TextMeasure::length("a\r\nb\rc\nd", 'utf16'), 'Line breaks count one.');
    }

    /**
     * @param list<array<string, string|null>> $cases
     * @param callable(array<string, string|null>): array<string, mixed> $option
     */
    private function assertBrowserAgrees(string $type, array $cases, callable $option): void
    {
        self::open('/');
        $found = self::$browser->executeScript(
            'return arguments[1].map((c) => { const i = document.createElement("input"); i.type = arguments[0];
                for (const k of ["min", "max", "step", "pattern"]) if (c[k] !== null && c[k] !== undefined) i.setAttribute(k, c[k]);
                i.value = c.value; const v = i.validity; return arguments[2].filter((f) => v[f]) })',
            [$type, $cases, array_keys(self::FLAGS)],
        );
        self::assertIsArray($found);
        $check = new InputCheck();
        foreach ($cases as $i => $case) {
            $setup = Documents::setup(['options' => [['code' => 'o', 'label' => 'O'] + $option($case)]]);
            $input = $check->parse($setup->options[0], (string) $case['value']);
            self::assertNotNull($input);
            $codes = array_map(
                static fn(AnswerProblem $p): string => $p->code,
                $check->problems($setup->options[0], $input),
            );
            $expected = array_map(static fn(string $flag): string => self::FLAGS[$flag], $found[$i]);
            self::assertSame($expected, $codes, json_encode($case, JSON_THROW_ON_ERROR));
        }
    }
}
