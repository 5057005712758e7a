<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Boundary;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundaryRow;
use Ithrel\Core\Boundary\BoundarySheet;
use Ithrel\Core\Boundary\BoundaryText;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Tests\Support\InputCases;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/**
 * The boundary sheet of each kind: every limit from both sides, and the first problem by name.
 */
final class BoundariesTest extends TestCase
{
    #[TestWith(['earliest', '9999-12-31', '9996-02-29'])]
    #[TestWith(['latest', '9999-12-31', '2028-02-29'])]
    #[TestWith(['earliest', '9997-01-01', '9996-02-29'])]
    #[TestWith(['latest', '0001-01-01', '0004-02-29'])]
    public function testDaysAtTheEndsOfWhatFourDigitsWrite(string $key, string $day, string $leap): void
    {
        $reach = Documents::reach([
            'options' => [['code' => 'd', 'label' => 'D', 'kind' => 'date', 'weekdays' => [1, 5, 6], $key => $day]],
        ]);
        $rows = [];
        foreach ((new Boundaries($reach))->sheets() as $sheet) {
            $rows += 'd' === $sheet->option ? array_column($sheet->rows, 'answer', 'about') : [];
        }
        self::assertContains($day, $rows);
        self::assertContains($leap, $rows);
        foreach (array_filter($rows, is_string(...)) as $about => $answer) {
            self::assertDoesNotMatchRegularExpression('/^-|^\d{5}/', $answer, $about);
        }
    }

    /**
     * @param array<string, mixed> $option
     * @param array<array-key, string> $edges
     */
    #[DataProviderExternal(InputCases::class, 'edges')]
    public function testSheetsHaveTheirEdges(array $option, array $edges): void
    {
        $rows = self::verdicts(self::sheet($option + ['code' => 'in', 'label' => 'In']));
        foreach ($edges as $answer => $verdict) {
            self::assertSame($verdict, $rows[$answer] ?? null, (string) $answer);
        }
    }

    public function testWhatIsRequiredIsSaidAndWhy(): void
    {
        $sheet = self::sheet([
            'code' => 'width',
            'label' => 'Width',
            'kind' => 'number',
            'required' => true,
            'min' => '22',
            'step' => '7',
        ]);
        self::assertSame('empty valueMissing', self::verdicts($sheet)['   ']);
        self::assertSame('missing', $sheet->rows[0]->problem);
        self::assertNull($sheet->rows[0]->answer);
        self::assertSame(
            'Width: 15 is below the least, 22.',
            array_values(array_filter($sheet->rows, static fn(BoundaryRow $row): bool => '15' === $row->answer))[0]
                ->why,
        );
    }

    /**
     * Accents, emoji and line breaks on which measures differ; lengths from the HTML standard (UTF-16 units), Unicode
     * Standard Annex 29 (characters as a person sees them) and RFC 3629 (bytes).
     */
    #[DataProvider('measures')]
    public function testTextIsMeasuredFromBothSides(string $measure, int $emoji): void
    {
        $sheet = self::sheet([
            'code' => 't',
            'label' => 'T',
            'kind' => 'text',
            'length' => ['min' => 2, 'max' => 16, 'measure' => $measure],
            'lines' => ['max' => 3],
        ]);
        $taken = $refused = [];
        foreach ($sheet->rows as $row) {
            if (is_string($row->answer) && !TextMeasure::isBlank($row->answer)) {
                $length = TextMeasure::length($row->answer, $measure);
                $expected =
                    $length < 2
                        ? 'input.too-short'
                        : ($length > 16
                            ? 'input.too-long'
                            : (TextMeasure::lines($row->answer) > 3
                                ? 'input.lines'
                                : null));
                self::assertSame($expected, $row->problem, BoundaryText::shown($row->answer));
                null === $expected ? ($taken[$length][] = $row->answer) : ($refused[$length][] = $row->answer);
            }
        }
        self::assertArrayHasKey(2, $taken);
        self::assertArrayHasKey(1, $refused);
        foreach (["\u{E9}", "e\u{301}", "\u{1F389}", "\u{1F469}\u{200D}\u{1F680}"] as $filler) {
            self::assertNotSame(
                [],
                array_filter($taken[16], static fn(string $t): bool => str_contains($t, $filler)),
                $filler . ' at the most',
            );
            self::assertNotSame(
                [],
                array_filter($refused[17], static fn(string $t): bool => str_contains($t, $filler)),
                $filler . ' beyond the most',
            );
        }
        self::assertContains(str_repeat("\u{1F389}", $emoji), $taken[16] ?? []);
        self::assertContains("M\r\n" . str_repeat('M', 14), $taken[16]);
        self::assertContains("M\r\n" . str_repeat('M', 15), $refused[17]);
    }

    /**
     * @return iterable<string, array{string, int}> how many emoji of one code point fill 16
     */
    public static function measures(): iterable
    {
        yield 'UTF-16 units' => ['utf16', 8];
        yield 'code points' => ['codepoints', 16];
        yield 'graphemes' => ['graphemes', 16];
        yield 'bytes' => ['bytes', 4];
    }

    public function testPatternIsMetAndJustMissed(): void
    {
        $sheet = self::sheet([
            'code' => 'p',
            'label' => 'P',
            'kind' => 'text',
            'length' => ['max' => 9],
            'pattern' => '[A-Z]{2}-[0-9]{2,6}',
        ]);
        $fits = array_filter($sheet->rows, static fn(BoundaryRow $row): bool => 'taken' === $row->expected);
        $misses = array_filter($sheet->rows, static fn(BoundaryRow $row): bool => 'input.pattern' === $row->problem);
        self::assertGreaterThanOrEqual(2, count($fits));
        self::assertGreaterThanOrEqual(5, count($misses));
        foreach ($fits as $row) {
            self::assertMatchesRegularExpression(
                '/^[A-Z]{2}-[0-9]{2,6}$/D',
                is_string($row->answer) ? $row->answer : '',
            );
            self::assertSame('valid', $row->browser);
        }
        foreach ($misses as $row) {
            self::assertDoesNotMatchRegularExpression(
                '/^[A-Z]{2}-[0-9]{2,6}$/D',
                is_string($row->answer) ? $row->answer : '',
            );
            self::assertSame('patternMismatch', $row->browser);
        }
        self::assertContains(
            9,
            array_map(static fn(BoundaryRow $row): int => is_string($row->answer) ? strlen($row->answer) : 0, $fits),
            'The longest is among those that fit.',
        );
        self::assertContains(
            'input.too-long',
            array_map(static fn(BoundaryRow $row): ?string => $row->problem, $sheet->rows),
        );
        $none = self::sheet(['code' => 'p', 'label' => 'P', 'kind' => 'text', 'pattern' => 'a(?=b)c']);
        self::assertSame(['No text was found that fits the pattern; give one that does.'], $none->left);
    }

    public function testAClosedDayIsCalledSo(): void
    {
        // 2026-11-24 is a Tuesday; the window is Friday 27 November to Thursday 10 December.
        $sheet = self::sheet([
            'code' => 'd',
            'label' => 'D',
            'kind' => 'date',
            'earliest' => '+3d',
            'latest' => '2026-12-10',
            'weekdays' => [1, 2, 3, 4],
            'closed' => ['2026-12-08'],
        ]);
        $about = array_column(
            array_map(static fn(BoundaryRow $row): array => [$row->answer, $row->about], $sheet->rows),
            1,
            0,
        );
        self::assertSame('a closed day', $about['2026-12-08'], 'A closed day is called so, whatever weekday it is.');
        self::assertSame('a Tuesday, which is a day of the week on offer', $about['2026-12-01']);
    }

    public function testADayThatIsClosedDoesNotStandForItsWeekday(): void
    {
        $sheet = self::sheet([
            'code' => 'd',
            'label' => 'D',
            'kind' => 'date',
            'earliest' => '2028-02-28',
            'latest' => '2028-03-20',
            'weekdays' => [1, 2, 3],
            'closed' => ['2028-02-29', '2028-03-07'],
        ]);
        $about = array_column(
            array_map(static fn(BoundaryRow $row): array => [$row->answer, $row->about], $sheet->rows),
            1,
            0,
        );
        self::assertSame(
            ['a closed day', 'a closed day', 'a Tuesday, which is a day of the week on offer'],
            [$about['2028-02-29'], $about['2028-03-07'], $about['2028-03-14']],
        );
    }

    public function testFilesPicksAndTheQuantity(): void
    {
        $files = self::sheet([
            'code' => 'f',
            'label' => 'F',
            'kind' => 'file',
            'types' => ['image/png'],
            'maxBytes' => 1000,
            'files' => ['min' => 2, 'max' => 3],
            'pixels' => ['minWidth' => 800, 'minHeight' => 600],
        ]);
        $about = [];
        foreach ($files->rows as $row) {
            $about[explode(':', $row->about)[0]] = $row->problem;
            self::assertSame('none', $row->browser);
        }
        foreach (
            [
                'the largest' => null,
                'one byte too large' => 'input.file-size',
                'the fewest files' => null,
                'one below the fewest files' => 'input.file-count',
                'the most files' => null,
                'one more than the most files' => 'input.file-count',
                'one pixel too narrow' => 'input.pixels',
                'one pixel too low' => 'input.pixels',
                'turned on its side' => 'input.pixels',
                'named as what is taken, but of another kind' => 'input.file-type',
            ]
            as $what => $problem
        ) {
            self::assertArrayHasKey($what, $about);
            self::assertSame($problem, $about[$what], $what);
        }
        $picks = self::sheet([
            'code' => 's',
            'label' => 'S',
            'kind' => 'several',
            'picks' => ['min' => 2, 'max' => 3],
            'values' => array_map(static fn(string $v): array => ['code' => $v, 'label' => $v], ['a', 'b', 'c', 'd']),
        ]);
        self::assertSame(
            [
                '["a"]' => 'refused picks none',
                '["a","b"]' => 'taken none',
                '["a","b","c"]' => 'taken none',
                '["a","b","c","d"]' => 'refused picks none',
            ],
            self::verdicts($picks),
        );
        $sheets = [
            ...(new Boundaries(Documents::reach(['quantity' => ['min' => 3, 'max' => 12, 'step' => 4]])))->sheets(),
        ];
        $quantity = self::verdicts($sheets[0]);
        foreach (
            [
                '3' => 'taken valid',
                '2' => 'refused quantity rangeUnderflow',
                '7' => 'taken valid',
                '11' => 'taken valid',
                '12' => 'refused quantity stepMismatch',
                '13' => 'refused quantity rangeOverflow',
                '4' => 'refused quantity stepMismatch',
                '0' => 'refused quantity rangeUnderflow',
            ]
            as $answer => $verdict
        ) {
            self::assertSame($verdict, $quantity[$answer] ?? null, (string) $answer);
        }
    }

    public function testEveryAnswerOfTheDemoIsReadAsAStateIs(): void
    {
        $rows = 0;
        foreach (glob(dirname(__DIR__, 3) . '/demo/setups/*.json') ?: [] as $file) {
            $setup = \Ithrel\Core\Setup\Reader::shipped()->read(
                (string) file_get_contents($file),
                \Ithrel\Core\Document\Today::of(Documents::TODAY),
            );
            foreach ((new Boundaries(new \Ithrel\Core\Reach\Reach($setup)))->sheets() as $sheet) {
                foreach ($sheet->rows as $row) {
                    self::assertSame(
                        $row->expected,
                        self::read($setup, $sheet, $row),
                        $file . ' ' . $sheet->label . ' ' . $row->about,
                    );
                    ++$rows;
                }
            }
        }
        self::assertGreaterThan(400, $rows);
    }

    /** What the state's own reader and the check of an input say. */
    private static function read(Setup $setup, BoundarySheet $sheet, BoundaryRow $row): string
    {
        if (null === $row->answer) {
            return 'refused';
        }
        $given = GivenState::read(
            $setup,
            json_decode(
                json_encode(
                    null === $sheet->option
                        ? ['quantity' => $row->answer]
                        : ['pick' => [$sheet->option => $row->answer]],
                    JSON_THROW_ON_ERROR,
                ),
                false,
                512,
                JSON_THROW_ON_ERROR,
            ),
        );
        $option = null === $sheet->option ? null : $setup->option($sheet->option);
        $answer = null === $option ? null : $given->state->answers[$option->index] ?? null;
        $problems =
            count($given->problems) +
            ($answer instanceof Input && null !== $option ? count((new InputCheck())->problems($option, $answer)) : 0);
        if (is_array($answer) && null !== $option?->picks) {
            $problems +=
                count($answer) < $option->picks->min || count($answer) > ($option->picks->max ?? PHP_INT_MAX) ? 1 : 0;
        }

        return $problems > 0 ? 'refused' : (null === $answer && null !== $option ? 'empty' : 'taken');
    }

    /**
     * @param array<string, mixed> $option
     */
    private static function sheet(array $option): BoundarySheet
    {
        foreach ((new Boundaries(Documents::reach(['options' => [$option]])))->sheets() as $sheet) {
            return $sheet;
        }
        self::fail('There is a sheet.');
    }

    /**
     * @return array<array-key, string> answer => expected, problem, browser
     */
    private static function verdicts(BoundarySheet $sheet): array
    {
        $verdicts = [];
        foreach ($sheet->rows as $row) {
            if (null !== $row->answer) {
                $verdicts[
                    is_array($row->answer) ? json_encode($row->answer, JSON_THROW_ON_ERROR) : (string) $row->answer
                ] = implode(' ', array_filter([$row->expected, $row->problem, $row->browser]));
            }
        }

        return $verdicts;
    }

    public function testDecimalsAloneDecideWhereTheMostIsWhereTheyBegin(): void
    {
        $sheets = [
            ...(new Boundaries(
                Documents::reach([
                    'options' => [['code' => 'n', 'label' => 'N', 'kind' => 'number', 'max' => '-3', 'decimals' => 2]],
                ]),
            ))->sheets(['n']),
        ];
        $rows = array_column(
            array_map(static fn(BoundaryRow $row): array => $row->toArray(), $sheets[0]->rows),
            null,
            'about',
        );
        self::assertSame(
            ['-3.001', 'refused', 'input.decimals'],
            [
                $rows['3 decimals, one too many']['answer'],
                $rows['3 decimals, one too many']['expected'],
                $rows['3 decimals, one too many']['problem'],
            ],
        );
    }
}
