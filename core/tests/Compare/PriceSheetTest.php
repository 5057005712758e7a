<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Compare\PriceSheetCheck;
use Ithrel\Core\Compare\SheetColumn;
use Ithrel\Core\Compare\SheetExplanations;
use Ithrel\Core\Compare\SheetRow;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PriceSheetTest extends TestCase
{
    private Reach $reach;

    protected function setUp(): void
    {
        $this->reach = Documents::reach([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size *',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 's', 'label' => 'Small'],
                        ['code' => 'l', 'label' => 'Large', 'charge' => '12.00'],
                    ],
                ],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'values' => [
                        ['code' => 'a', 'label' => 'Chain', 'charge' => '3.50'],
                        ['code' => 'b', 'label' => 'Hook', 'charge' => '1.00'],
                    ],
                ],
                [
                    'code' => 'wrap',
                    'label' => 'Gift wrap',
                    'kind' => 'flag',
                    'default' => true,
                    'yes' => ['charge' => '4.00'],
                ],
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'min' => '10',
                    'max' => '50',
                    'unit' => 'cm',
                    'shownWhen' => ['option' => 'size', 'is' => 'l'],
                    'charge' => ['how' => 'formula', 'expr' => 'width * 0.5'],
                ],
            ],
        ]);
    }

    public function testColumnsAreKnownByLabelOrCode(): void
    {
        $sheet = PriceSheet::read(
            $this->reach->setup,
            "SIZE;extras;Gift  wrap;remark;Qty;Total\nSmall;Chain;no;x;2;1\n",
        );
        self::assertSame(
            [
                [SheetColumn::OPTION, 0],
                [SheetColumn::OPTION, 1],
                [SheetColumn::OPTION, 2],
                [SheetColumn::IGNORED, null],
                [SheetColumn::QUANTITY, null],
                [SheetColumn::TOTAL, null],
            ],
            array_map(static fn(SheetColumn $c): array => [$c->role, $c->option], $sheet->columns),
        );
    }

    public function testEachRowIsHeldAgainstTheSetup(): void
    {
        $rows = $this->check(
            "Size\tExtras\tWidth\tQuantity\tTotal\n" .
                "Small\tChain; Hook\t\t1\t108.50\n" . // 100 + 3.50 + 1.00 + wrap 4.00
                "l\t\t30 cm\t2\t262,00 €\n" . // 2 × (100 + 12 + 15 + 4)
                "Large\t\t\t1\t112.00\n" . // the wrap was forgotten
                "Small\t\t20\t1\t104.00\n" . // a width that no small one asks
                "Medium\t\t\t1\t104.00\n" .
                "Small\t\t\t1\tsoon\n",
        );
        self::assertSame(
            [
                SheetRow::AGREES,
                SheetRow::AGREES,
                SheetRow::DIFFERS,
                SheetRow::UNREACHABLE,
                SheetRow::UNREADABLE,
                SheetRow::UNREADABLE,
            ],
            array_map(static fn(SheetRow $r): string => $r->verdict, $rows),
        );
        self::assertSame('-4.00', (string) $rows[2]->difference());
        self::assertSame(['Gift wrap: Yes'], $rows[0]->assumed);
        self::assertStringContainsString('Width cannot be 20 cm', implode(' ', $rows[3]->problems));
        self::assertSame(['Size cannot be "Medium".'], $rows[4]->problems);
        self::assertSame(['“soon” is not an amount.'], $rows[5]->problems);
    }

    public function testRequiredInputsNeedNotBeColumns(): void
    {
        $reach = Documents::reach([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size (max 3)',
                    'kind' => 'one',
                    'required' => true,
                    'values' => [
                        ['code' => 's', 'label' => 'Small'],
                        ['code' => 'l', 'label' => 'Large', 'charge' => '12.00'],
                    ],
                ],
                [
                    'code' => 'name',
                    'label' => 'Name',
                    'kind' => 'text',
                    'required' => true,
                    'length' => ['min' => 1, 'max' => 20],
                    'charge' => ['how' => 'per-character', 'amount' => '0.50', 'free' => 3],
                ],
                [
                    'code' => 'day',
                    'label' => 'Day',
                    'kind' => 'date',
                    'required' => true,
                    'earliest' => '+3d',
                    'latest' => '+9d',
                ],
            ],
        ]);
        $rows = (new PriceSheetCheck($reach))->check(
            PriceSheet::read($reach->setup, "Size;Price\nSmall;100\nLarge;111\n"),
        );
        self::assertSame(
            [SheetRow::AGREES, SheetRow::DIFFERS],
            array_map(static fn(SheetRow $r): string => $r->verdict, $rows),
        );
        self::assertSame('-1.00', (string) $rows[1]->difference(), 'The wrong price is seen.');
        self::assertMatchesRegularExpression('/^Name: .{1,3}$/u', $rows[0]->assumed[0], 'A name that costs nothing.');
    }

    public function testRowsThatDifferAlikeAreExplainedByWhatTheyShare(): void
    {
        $sheet = "Size,Extras,Gift wrap,Total\n";
        foreach (
            [
                ['Small', '', '100.00'],
                ['Large', '', '112.00'],
                ['Small', 'Chain', '102.50'],
                ['Large', 'Chain', '114.50'],
                ['Large', 'Chain;Hook', '115.50'],
                ['Small', 'Hook', '101.00'],
            ]
            as [$size, $extras, $total]
        ) {
            $sheet .= "{$size},{$extras},no,{$total}\n";
        }
        $explanations = (new SheetExplanations($this->reach->setup))->of($this->check($sheet));
        self::assertCount(1, $explanations);
        self::assertSame(
            ['-1', [3, 4, 5], '/options/1/values/0/charge', 'Extras: Chain'],
            [
                (string) $explanations[0]->difference,
                $explanations[0]->rows,
                $explanations[0]->at,
                $explanations[0]->words,
            ],
        );
    }

    public function testWhatNothingExplainsSaysSo(): void
    {
        $explanations = (new SheetExplanations($this->reach->setup))->of(
            $this->check("Size,Gift wrap,Total\nSmall,no,100.00\nSmall,no,99.99\n"),
        );
        self::assertNull($explanations[0]->at);
    }

    /**
     * @return iterable<string, array{string, string}>
     */
    public static function unreadable(): iterable
    {
        yield 'nothing' => ['', 'at least one row'];
        yield 'a heading alone' => ["Size,Total\n", 'at least one row'];
        yield 'nothing expected' => ["Size,Qty\nSmall,1\n", 'No column says what is expected'];
        yield 'not UTF-8' => ["Size,Total\n\xFF,1\n", 'not UTF-8'];
        yield 'too many rows' => ["Size,Total\n" . str_repeat("Small,1\n", 20_001), 'at most 20000'];
    }

    #[DataProvider('unreadable')]
    public function testWhatIsNoSheetSaysWhy(string $text, string $why): void
    {
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessage($why);
        PriceSheet::read($this->reach->setup, $text);
    }

    /**
     * @return iterable<string, array{string, string}> sheet, and what becomes of its one row
     */
    public static function headings(): iterable
    {
        yield 'a unit in brackets' => ["Size,Gift wrap,Width (cm),Total\nLarge,no,20,122.00\n", 'agrees'];
        yield 'a beginning' => ["Size,Gift,Wid,Total\nLarge,no,20,122.00\n", 'unreadable'];
        yield 'a word that begins a label' => ["Size,Gift,Width,Total\nLarge,no,20,122.00\n", 'agrees'];
        yield 'a code in capitals' => ["SIZE,WRAP,WIDTH,Total\nLarge,no,20,122.00\n", 'agrees'];
        yield 'a stranger beside what agrees' => ["Size,Gift wrap,Colour,Total\nSmall,no,red,100.00\n", 'agrees'];
        yield 'a stranger beside what differs' => ["Size,Gift wrap,Colour,Total\nSmall,no,red,101.00\n", 'unreadable'];
        yield 'a stranger that says nothing' => ["Size,Gift wrap,Colour,Total\nSmall,no,,101.00\n", 'differs'];
        yield 'a SKU says nothing of the price' => ["Size,Gift wrap,SKU,Total\nSmall,no,X1,101.00\n", 'differs'];
        yield 'the trade\'s own word' => ["Size,Gift wrap,Qty,Amount\nSmall,no,2,200.00\n", 'agrees'];
        yield 'one column twice' => ["Size,Size,Gift wrap,Total\nSmall,Large,no,100.00\n", 'unreadable'];
        yield 'a thousand that could be one' => ["Size,Gift wrap,Total\nSmall,no,1.000\n", 'unreadable'];
        yield 'another currency' => ["Size,Gift wrap,Total\nSmall,no,$100.00\n", 'unreadable'];
        yield 'a remark' => ["Size,Gift wrap,Total\nSmall,no,on request (2 weeks)\n", 'unreadable'];
    }

    #[DataProvider('headings')]
    public function testAColumnThatIsNotUsedMakesNoRowWrong(string $sheet, string $verdict): void
    {
        $row = $this->check($sheet)[0];
        self::assertSame($verdict, $row->verdict, implode(' ', $row->problems));
    }

    public function testTheColumnThatIsNotUsedIsNamed(): void
    {
        $sheet = PriceSheet::read($this->reach->setup, "Size,Gift wrap,Colour,Total\nSmall,no,red,101.00\n");
        self::assertSame(['Colour'], $sheet->unused());
        self::assertSame(
            ['The column “Colour” is not one of the setup\'s, so the row was not read.'],
            (new PriceSheetCheck($this->reach))->check($sheet)[0]->problems,
        );
    }

    /**
     * @return list<SheetRow>
     */
    private function check(string $sheet): array
    {
        return (new PriceSheetCheck($this->reach))->check(PriceSheet::read($this->reach->setup, $sheet));
    }
}
