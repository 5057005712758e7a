<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Diff;

use Ithrel\Core\Diff\ListDiff;
use Ithrel\Core\Diff\SaleList;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

/**
 * What shall be sold, as somebody listed it, beside what a setup sells.
 */
final class ListDiffTest extends TestCase
{
    private const SETUP = [
        'options' => [
            [
                'code' => 'size',
                'label' => 'Size *',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 's', 'label' => 'Small'],
                    ['code' => 'l', 'label' => 'Large', 'charge' => '11.45'],
                ],
            ],
            [
                'code' => 'finish',
                'label' => 'Finish',
                'kind' => 'one',
                'required' => true,
                'values' => [
                    ['code' => 'br', 'label' => 'Brass'],
                    ['code' => 'ni', 'label' => 'Nickel', 'allowedWhen' => ['option' => 'size', 'is' => 'l']],
                ],
            ],
            ['code' => 'gift', 'label' => 'Gift wrap', 'kind' => 'flag'],
            [
                'code' => 'motto',
                'label' => 'Motto',
                'kind' => 'text',
                'required' => true,
                'length' => ['max' => 3],
                'charge' => ['how' => 'per-character', 'amount' => '0.50'],
            ],
        ],
        'variants' => [
            'by' => ['size', 'finish'],
            'rows' => [
                ['pick' => ['size' => 's', 'finish' => 'br'], 'sku' => 'S-BR', 'stock' => 4, 'image' => 's.png'],
                ['pick' => ['size' => 'l', 'finish' => 'br'], 'sku' => 'L-BR', 'stock' => 2],
                ['pick' => ['size' => 'l', 'finish' => 'ni'], 'sku' => 'L-NI', 'stock' => 7],
            ],
        ],
    ];

    public function testBothWaysAndEachColumn(): void
    {
        $setup = Documents::setup(self::SETUP);
        $list = SaleList::read(
            $setup,
            'SIZE;Finish;Gift ' .
                "wrap;Price;SKU;Stock;Colour\nSmall;brass;;100,50;S-BR;4;x\nLarge;Brass;no;111,95;L-BR;3;x\nSmall;Nickel;;;;;\nSmall;Copper;;;;;\nl;ni;yes;112,00;;;\nSmall;Brass;;;;;\n",
        );
        $found = ListDiff::between($list, $setup, 10);
        self::assertSame(
            ['5', '6', '3', '3', '2'],
            [$found->oldSelectable, $found->newSelectable, $found->both, $found->gained, $found->lost],
        );
        self::assertEquals(
            [
                [
                    'pick' => (object) ['size' => 's', 'finish' => 'ni'],
                    'line' => 4,
                    'why' => 'Finish: Nickel is not on offer here.',
                ],
                [
                    'pick' => null,
                    'line' => 5,
                    'words' => 'Size: Small, Finish: Copper',
                    'why' => 'Finish has no value “Copper”.',
                ],
            ],
            $found->first['lost'],
        );
        self::assertEquals(
            [
                ['pick' => (object) ['size' => 's', 'finish' => 'br', 'gift' => true]],
                ['pick' => (object) ['size' => 'l', 'finish' => 'br', 'gift' => true]],
                ['pick' => (object) ['size' => 'l', 'finish' => 'ni']],
            ],
            $found->first['gained'],
        );
        // The motto has at least one character: 100 + 0.50, and 1.50 for three.
        self::assertSame(['count' => '1', 'least' => '-0.05', 'greatest' => '-0.05'], $found->repriced);
        self::assertSame(['count' => '3', 'least' => '0.95', 'greatest' => '1.00'], $found->dearest);
        self::assertSame(['/variants/rows/1/stock'], array_map(static fn($c): string => $c->at, $found->changes));
        self::assertSame(
            'Size: Large, Finish: Brass, Gift wrap: no – the list says stock 3, the setup 2.',
            $found->changes[0]->message,
        );
        self::assertSame(
            ['columns' => 'The column "Colour" is not understood and was not looked at.'],
            $found->reasons,
        );
    }

    public function testAListWithoutAnOption(): void
    {
        $this->expectException(UnreadableDocument::class);
        $this->expectExceptionMessage('No column is an option of the setup. Found: a, b.');
        SaleList::read(Documents::setup(self::SETUP), "a,b\n1,2\n");
    }
}
