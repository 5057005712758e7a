<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\Cell;
use Ithrel\Core\Compare\Cells;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\FilledSheet;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Compare\HandDepth;
use Ithrel\Core\Compare\HandSheet;
use Ithrel\Core\Document\Today;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Reader;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Table\Csv;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * The plan as a sheet that somebody fills in by hand: what goes out comes back.
 */
final class HandSheetTest extends TestCase
{
    private Setup $setup;
    private Plan $plan;

    protected function setUp(): void
    {
        $reach = Documents::reach([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 's', 'label' => 'Small'],
                        ['code' => 'l', 'label' => 'Large', 'charge' => '12.00'],
                    ],
                ],
                ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag', 'yes' => ['charge' => '5.00']],
                [
                    'code' => 'name',
                    'label' => 'Name',
                    'kind' => 'text',
                    'length' => ['max' => 6],
                    'shownWhen' => ['option' => 'plate', 'is' => true],
                ],
            ],
        ]);
        $this->setup = $reach->setup;
        $this->plan = Planner::plan($reach);
    }

    /**
     * @return iterable<string, array{string}>
     */
    public static function demos(): iterable
    {
        foreach (
            [
                '01-harbour-pendant',
                '04-engraved-plate',
                '10-slipway-lamp-kit',
                '12-lightkeeper-refill-box',
                '06-printed-shade',
            ]
            as $name
        ) {
            yield $name => [$name];
        }
    }

    #[DataProvider('demos')]
    public function testASheetFilledInAsExpectedHasNoDifference(string $name): void
    {
        $reach = new Reach(
            Reader::shipped()->read(
                (string) file_get_contents(dirname(__DIR__, 3) . '/demo/setups/' . $name . '.json'),
                Today::of('2026-11-24'),
            ),
        );
        $plan = Planner::plan($reach);
        $rows = $this->filled($reach->setup, $plan, static fn(array $row): string => $row[9]);
        $found = FilledSheet::read($reach->setup, $plan, $rows);
        self::assertCount(count($plan->checks), $found);
        $comparison = new CheckComparison($reach->setup);
        foreach ($plan->checks as $check) {
            self::assertSame([], $comparison->differences($check, $found[$check->number]), $check->about);
        }
    }

    public function testALineACheckComesBack(): void
    {
        $rows = iterator_to_array(HandSheet::rows($this->setup, $this->plan, HandDepth::Check), false);
        self::assertCount(1 + count($this->plan->checks), $rows);
        $comparison = new CheckComparison($this->setup);
        $with = fn(\Closure $found): array => FilledSheet::read(
            $this->setup,
            $this->plan,
            Csv::text(
                array_map(
                    static fn(array $row): array => 'check' === $row[0]
                        ? $row
                        : [...array_slice($row, 0, 10), $found($row)],
                    $rows,
                ),
            ),
        );
        foreach ([static fn(array $row): string => $row[9], static fn(): string => 'OK'] as $same) {
            $found = $with($same);
            self::assertCount(count($this->plan->checks), $found);
            foreach ($this->plan->checks as $check) {
                self::assertSame([], $comparison->differences($check, $found[$check->number]), $check->about);
            }
        }
        $sale = $this->plan->checks[0];
        self::assertSame('taken for ' . $sale->lines[0]['total'], $rows[1][9]);
        $only = static fn(Check $check, string $text): \Closure => static fn(
            array $row,
        ): string => (string) $check->number === $row[0] ? $text : '';
        self::assertSame(
            [['total', 'cart', $sale->lines[0]['total'], '99.50']],
            $this->told($sale, $with($only($sale, '99,50'))[$sale->number]),
        );
        foreach (['refused', 'not taken', 'Not taken'] as $text) {
            self::assertSame('accepted', $this->told($sale, $with($only($sale, $text))[$sale->number])[0][0], $text);
        }
        $refused = $this->required();
        self::assertSame(
            [['accepted', 'cart', 'refused, naming Size', 'taken']],
            $this->told($refused, $with($only($refused, 'taken for 100.00'))[$refused->number]),
        );
        $this->expectExceptionMessage('Row 2: "soon" is no amount, and neither "taken" nor "refused".');
        $with($only($sale, 'soon'));
    }

    public function testAThingThatIsAlikeAtAllStagesIsARow(): void
    {
        $things = iterator_to_array(HandSheet::rows($this->setup, $this->plan, HandDepth::Thing), false);
        $all = iterator_to_array(HandSheet::rows($this->setup, $this->plan), false);
        self::assertLessThan(count($all) / 2, count($things));
        $price = array_values(
            array_filter($things, static fn(array $row): bool => '1' === $row[0] && 'unit price' === $row[8]),
        );
        self::assertSame(
            [['page, cart, checkout, order', '1']],
            array_map(static fn(array $row): array => [$row[6], $row[7]], $price),
        );
        $filled = static fn(\Closure $found): string => Csv::text(
            array_map(
                static fn(array $row): array => 'check' === $row[0]
                    ? $row
                    : [...array_slice($row, 0, 10), $found($row)],
                $things,
            ),
        );
        $comparison = new CheckComparison($this->setup);
        foreach (
            FilledSheet::read($this->setup, $this->plan, $filled(static fn(array $row): string => $row[9]))
            as $number => $found
        ) {
            self::assertSame([], $comparison->differences($this->plan->checks[$number - 1], $found));
        }
        $found = FilledSheet::read(
            $this->setup,
            $this->plan,
            $filled(static fn(array $row): string => '1' === $row[0] && 'unit price' === $row[8] ? '1.00' : ''),
        );
        self::assertSame(
            ['page', 'cart', 'checkout', 'order'],
            array_map(
                static fn(array $d): string => $d[1],
                array_values(
                    array_filter(
                        $this->told($this->plan->checks[0], $found[1]),
                        static fn(array $d): bool => 'unit price' === $d[0],
                    ),
                ),
            ),
        );
    }

    public function testAnEmptySheetTellsNothing(): void
    {
        self::assertSame(
            [],
            FilledSheet::read(
                $this->setup,
                $this->plan,
                $this->filled($this->setup, $this->plan, static fn(): string => ''),
            ),
        );
    }

    public function testWhatIsLeftEmptyInACheckIsTakenAsExpected(): void
    {
        $found = FilledSheet::read(
            $this->setup,
            $this->plan,
            $this->filled(
                $this->setup,
                $this->plan,
                static fn(array $row): string => '2' === $row[0] && 'order' === $row[6] && 'line total' === $row[8]
                    ? '1.00'
                    : '',
            ),
        );
        self::assertSame([2], array_keys($found));
        $check = $this->plan->checks[1];
        self::assertSame(
            [['line total', 'order', $check->lines[0]['lineTotal'], '1.00']],
            $this->told($check, $found[2]),
        );
    }

    public function testARefusalAndAFieldAreTold(): void
    {
        $refused = $this->required();
        $found = FilledSheet::read(
            $this->setup,
            $this->plan,
            $this->filled(
                $this->setup,
                $this->plan,
                static fn(array $row): string => (string) $refused->number === $row[0] && 'field named' === $row[8]
                    ? 'plate'
                    : '',
            ),
        );
        self::assertSame(
            [['field', 'cart', 'names Size', 'names Plate']],
            $this->told($refused, $found[$refused->number]),
        );
        $found = FilledSheet::read(
            $this->setup,
            $this->plan,
            $this->filled(
                $this->setup,
                $this->plan,
                static fn(array $row): string => (string) $refused->number === $row[0] && 'taken' === $row[8]
                    ? 'Yes'
                    : '',
            ),
        );
        self::assertSame(
            [['accepted', 'cart', 'refused, naming Size', 'taken']],
            $this->told($refused, $found[$refused->number]),
        );
    }

    public function testARowMayBeAddedForWhatTheShopShowsAndShouldNot(): void
    {
        $check = $this->plan->checks[0];
        $sheet =
            $this->filled($this->setup, $this->plan, static fn(): string => '') .
            Csv::text([[(string) $check->number, '', '', '', '', '', 'cart', '1', 'entry Bay', '', 'B4']]);
        self::assertSame(
            [['entries', 'cart', 'nothing', 'Bay: B4']],
            $this->told($check, FilledSheet::read($this->setup, $this->plan, $sheet)[$check->number]),
        );
    }

    /**
     * @return iterable<string, array{list<list<string>>, string}>
     */
    public static function bad(): iterable
    {
        $heading = ['check', 'stage', 'line', 'what', 'found'];
        yield 'no column' => [
            [['check', 'stage', 'what']],
            'The sheet has no column called found. Found: check, stage, what.',
        ];
        yield 'no such check' => [
            [$heading, ['999', 'page', '', 'total', '1']],
            'Row 2: this plan has no check "999".',
        ];
        yield 'no number' => [[$heading, ['one', 'page', '', 'total', '1']], 'Row 2: this plan has no check "one".'];
        yield 'a cell twice' => [
            [$heading, ['1', 'page', '', 'total', '1'], ['1', 'page', '', 'total', '2']],
            'Row 3: check 1 has "page 0 total" twice.',
        ];
        yield 'no such cell' => [
            [$heading, ['1', 'attic', '', 'total', '1']],
            'Row 2: check 1 does not look at "total" at the stage "attic".',
        ];
        yield 'no amount' => [[$heading, ['1', 'page', '', 'total', 'dear']], 'Check 1: "dear" is no amount.'];
        yield 'neither yes nor no' => [
            [$heading, ['1', 'cart', '', 'taken', 'perhaps']],
            'Check 1: "perhaps" is neither yes nor no.',
        ];
        yield 'no count' => [[$heading, ['1', 'cart', '', 'lines', 'many']], 'Check 1: "many" is no number of lines.'];
    }

    /**
     * @param list<list<string>> $rows
     */
    #[DataProvider('bad')]
    public function testASheetThatCannotBeReadNamesThePlace(array $rows, string $message): void
    {
        $this->assertRefused($message, Csv::text($rows));
    }

    public function testASheetOfAnotherStateOfTheSetupIsNotTaken(): void
    {
        $other = Documents::reach([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Extent',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [['code' => 's', 'label' => 'Small'], ['code' => 'l', 'label' => 'Large']],
                ],
            ],
        ]);
        $sheet = $this->filled($other->setup, Planner::plan($other), static fn(array $row): string => $row[9]);
        $this->assertRefused(
            'Row 2: check 1 has other steps than it has now. The sheet is of another state of the setup; take it anew.',
            $sheet,
        );
        $this->assertRefused('The sheet is not UTF-8 text.', "check;found\n1;\xE9");
    }

    public function testCartLinesAsJson(): void
    {
        $check = $this->plan->checks[0];
        $json = json_encode(
            [
                'checks' => [
                    ['check' => 1, 'stages' => ['cart' => ['lines' => [['lineTotal' => '3.00']], 'total' => '3.00']]],
                ],
            ],
            JSON_THROW_ON_ERROR,
        );
        $found = FilledSheet::read($this->setup, $this->plan, $json);
        self::assertSame(
            [['line total', 'cart', $check->lines[0]['lineTotal'], '3.00']],
            $this->told($check, $found[1]),
        );
        $refused = $this->required();
        $found = FilledSheet::read(
            $this->setup,
            $this->plan,
            json_encode(['checks' => [['check' => $refused->number, 'taken' => true]]], JSON_THROW_ON_ERROR),
        );
        self::assertSame(
            [['accepted', 'cart', 'refused, naming Size', 'taken']],
            $this->told($refused, $found[$refused->number]),
        );
        $this->assertRefused('A list of checks was expected here.', '{"lines": []}');
        $this->assertRefused('This plan has no such check.', '{"checks": [{"check": 0}]}');
        $this->assertRefused(
            'This check does not look at such a stage.',
            '{"checks": [{"check": 1, "stages": {"attic": {}}}]}',
        );
    }

    public function testAmountsDifferByTheirValueAndTextsByTheirLetters(): void
    {
        self::assertFalse(Cells::differs(new Cell('cart', 1, 'line total', '5.00', '5')));
        self::assertTrue(Cells::differs(new Cell('cart', 1, 'line total', '5.00', '5.01')));
        self::assertTrue(Cells::differs(new Cell('cart', 1, 'SKU', '007', '7')), 'A SKU is no number.');
        self::assertTrue(
            Cells::differs(new Cell('cart', 1, Cell::ENTRY . 'Width', '10', '10.0')),
            'What is shown is shown as it was given.',
        );
        self::assertFalse(
            Cells::differs(new Cell('cart', 1, 'weight', 'none', null)),
            'What was not looked at does not differ.',
        );
    }

    public function testStepsReadAsSomebodyWouldDoThem(): void
    {
        $steps = HandSheet::steps($this->setup, $this->plan->checks[0]);
        self::assertSame('Open the item\'s page', $steps[0]);
        self::assertMatchesRegularExpression(
            '/^Quantity \d+: (add to the cart|go straight to the checkout)$/',
            $steps[count($steps) - 1],
        );
        self::assertStringStartsWith('Size: choose ', $steps[1]);
    }

    private function required(): Check
    {
        foreach ($this->plan->checks as $check) {
            if ('size' === $check->field) {
                return $check;
            }
        }
        self::fail('No check leaves the size out.');
    }

    /**
     * @return list<array{string, string, string, string}>
     */
    private function told(Check $check, Found $found): array
    {
        return array_map(
            static fn(Difference $d): array => [$d->field, $d->stage, $d->expected, $d->found],
            (new CheckComparison($this->setup))->differences($check, $found),
        );
    }

    /**
     * @param callable(list<string>): string $found
     */
    private function filled(Setup $setup, Plan $plan, callable $found): string
    {
        $rows = [];
        foreach (HandSheet::rows($setup, $plan) as $i => $row) {
            self::assertCount(11, $row);
            $rows[] = 0 === $i ? $row : [...array_slice($row, 0, 10), $found($row)];
        }

        return Csv::text($rows);
    }

    private function assertRefused(string $message, string $text): void
    {
        try {
            FilledSheet::read($this->setup, $this->plan, $text);
            self::fail('It was taken.');
        } catch (UnreadableDocument $e) {
            self::assertSame($message, $e->problems[0]->message);
        }
    }
}
