<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Gate;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;
use Ithrel\Core\Gate\SaleListHeld;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class SaleListHeldTest extends TestCase
{
    public function testWhatIsNotAsListedForbidsTheLaunch(): void
    {
        $gate = $this->gate("Size;Price;SKU\nS;10.00;A\nL;15.00;B\nXL;20.00;\n");
        self::assertSame(Gate::MUST_NOT, $gate->verdict);
        self::assertContains('4 things are otherwise than the list of what shall be sold says.', $gate->because);
        self::assertSame(
            [
                'not-selectable Line 4 of the list shall be sold and cannot be selected: Size: XL. Size has no ' .
                'value “XL”.',
                'not-on-list It can be selected and is not on the list of what shall be sold: Size: M.',
                'price Line 3 of the list, Size: L: its price is 15.00, and it comes to 12.50.',
                'cell Size: L – the list says SKU B, the setup A.',
            ],
            self::told($gate),
        );
        self::assertContains(
            'A list of 3 combinations that shall be sold was held against it (by Ada): 2 can be selected, 1 ' .
                'cannot, and 1 more can be that are not on it.',
            array_column($gate->checked, 'words'),
        );
        self::assertNotContains('sale-list', array_column($gate->notChecked, 'what'));
    }

    public function testAListThatAgreesLeavesNothingOpen(): void
    {
        self::assertSame([], self::told($this->gate("Size\nS\nM\nL\n")));
        self::assertContains(
            'sale-list',
            array_column($this->gate(null)->notChecked, 'what'),
            'without one, that is said',
        );
        $this->expectException(UnreadableDocument::class);
        $this->gate("Colour\nred\n");
    }

    public function testWhatIsMoreThanCanBeToldIsCounted(): void
    {
        $document = [
            'options' => [
                ['required' => true] +
                Documents::one('size', array_map(static fn(int $n): string => 'v' . $n, range(1, 50))),
            ],
        ];
        $told = self::told($this->gate("Size\nv1\n", $document));
        self::assertCount(21, $told);
        self::assertSame(
            'not-on-list 29 more can be selected that are not on the list of what shall be sold.',
            $told[20],
        );
    }

    /**
     * @return list<string>
     */
    private static function told(Gate $gate): array
    {
        $items = array_filter(
            array_column($gate->open, 'item'),
            static fn(GateItem $i): bool => GateItem::SALE_LIST === $i->kind,
        );

        return array_values(array_map(static fn(GateItem $i): string => $i->code . ' ' . $i->words, $items));
    }

    /**
     * @param array<string, mixed>|null $document
     */
    private function gate(?string $list, ?array $document = null): Gate
    {
        $values = [
            ['code' => 's', 'label' => 'S'],
            ['code' => 'm', 'label' => 'M'],
            ['code' => 'l', 'label' => 'L', 'charge' => '2.50'],
        ];
        $document ??= [
            'item' => ['sku' => 'A', 'name' => 'Lamp', 'price' => '10'],
            'options' => [['label' => 'Size', 'required' => true, 'values' => $values] + Documents::one('size', [])],
        ];
        $reach = new Reach(Documents::setup($document));

        return Gate::of(
            Documents::json($document),
            $reach->setup,
            '3',
            [],
            Planner::plan($reach),
            [],
            [],
            null,
            [],
            null === $list ? [] : [SaleListHeld::held($reach->setup, $list, 'by Ada')],
        );
    }
}
