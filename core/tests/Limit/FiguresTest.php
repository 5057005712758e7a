<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Limit;

use Ithrel\Core\Document\Today;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Price\Spread\AllTotals;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Report;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

/**
 * Figures at the edges of what inputs take.
 */
final class FiguresTest extends TestCase
{
    /**
     * @param array<string, mixed> $keys
     */
    private static function reach(array $keys, string $today = Documents::TODAY): Reach
    {
        $document = $keys + [
            'ithrel' => 'setup/1',
            'name' => 'Plate',
            'currency' => 'EUR',
            'item' => ['sku' => 'P', 'name' => 'Plate', 'price' => '100.00'],
        ];

        return new Reach(Reader::shipped()->read(json_encode($document, JSON_THROW_ON_ERROR), Today::of($today)));
    }

    public function testADayIsTakenNearTodayWhereTodayIsClosed(): void
    {
        // 28 November 2026 is a Saturday.
        $reach = self::reach(
            [
                'options' => [
                    [
                        'code' => 'day',
                        'label' => 'Day',
                        'kind' => 'date',
                        'required' => true,
                        'latest' => '+0d',
                        'weekdays' => [1, 2, 3, 4, 5],
                    ],
                ],
            ],
            '2026-11-28',
        );
        $said = json_encode(
            array_map(static fn(Check $c): array => $c->toArray(), Planner::plan($reach)->checks),
            JSON_THROW_ON_ERROR,
        );
        self::assertStringNotContainsString('0001-01-', $said);
        self::assertStringContainsString('2026-11-27', $said);
    }

    public function testTheDearestTextIsAsLongAsTheMostThatIsTaken(): void
    {
        $reach = self::reach([
            'options' => [
                [
                    'code' => 'text',
                    'label' => 'Text',
                    'kind' => 'text',
                    'length' => ['max' => 200_000],
                    'charge' => ['how' => 'per-character', 'amount' => '0.01'],
                ],
            ],
        ]);
        $levels = AllTotals::of($reach, false, 1, true)->levels();
        self::assertSame('2100.00', (string) $levels[count($levels) - 1][0]);
    }

    public function testTypesOfFilesAreAlikeInAnyLetterCaseAndNoBytesAreNoPicture(): void
    {
        $option = self::reach([
            'options' => [
                [
                    'code' => 'art',
                    'label' => 'Art',
                    'kind' => 'file',
                    'types' => ['Image/PNG'],
                    'pixels' => ['minWidth' => 10],
                ],
            ],
        ])->setup->options[0];
        self::assertSame(['image/png'], $option->file?->types);
        $problems = static fn(string $type, int $bytes): array => array_map(
            static fn($p): string => $p->code,
            $option->file->problems(
                \Ithrel\Core\Limit\Input::files([new \Ithrel\Core\Limit\GivenFile('a.png', $type, $bytes, 20, 20)]),
            ),
        );
        self::assertSame([], $problems('IMAGE/png', 5));
        self::assertSame(['input.pixels'], $problems('image/png', 0));
    }

    public function testATotalOfFourDigitsHasThem(): void
    {
        $reach = self::reach([
            'item' => ['sku' => 'P', 'name' => 'Plate', 'price' => '107.17'],
            'options' => [Documents::one('size', ['s', 'l'])],
            'charges' => [
                [
                    'id' => 'many',
                    'how' => 'percent',
                    'rate' => '-10',
                    'when' => ['quantity' => ['atLeast' => 5]],
                ],
            ],
        ]);
        $found = array_values(
            array_filter(
                Planner::plan($reach)->checks,
                static fn(Check $c): bool => str_contains($c->about, 'four digits'),
            ),
        );
        self::assertCount(1, $found);
        self::assertGreaterThanOrEqual(1_000, (int) $found[0]->lines[0]['total']);
    }

    public function testACaptionSaysAThousandInEitherWay(): void
    {
        foreach (['Up to 1,000 characters', 'At most 1.000 characters', 'Up to 1 000 characters'] as $help) {
            $report = Report::of(
                self::reach([
                    'options' => [
                        [
                            'code' => 'text',
                            'label' => 'Text',
                            'kind' => 'text',
                            'help' => $help,
                            'length' => ['max' => 1_000],
                        ],
                    ],
                ]),
            );
            self::assertNotContains(
                'limit.caption',
                array_map(static fn($f): string => $f->code, $report->findings),
                $help,
            );
        }
    }
}
