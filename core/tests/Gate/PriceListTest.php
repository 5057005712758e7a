<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Gate;

use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Gate\Gate;
use Ithrel\Core\Gate\GateItem;
use Ithrel\Core\Gate\PriceList;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Plan\Planner;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class PriceListTest extends TestCase
{
    public function testARowThatIsNotAsMeantForbidsTheLaunch(): void
    {
        $gate = $this->gate("Size;Total\nS;10.00\nL;15.00\nXL;20.00\n");
        $items = array_values(
            array_filter(
                array_column($gate->open, 'item'),
                static fn(GateItem $i): bool => GateItem::PRICE_LIST === $i->kind,
            ),
        );
        self::assertSame(
            [
                ['differs', 'Row 2 of the price list says 15.00, and it comes to 12.50.', GateItem::FORBIDS],
                ['unreadable', GateItem::HOLDS],
            ],
            [[$items[0]->code, $items[0]->words, $items[0]->weight], [$items[1]->code, $items[1]->weight]],
        );
        self::assertSame(Gate::MUST_NOT, $gate->verdict);
        self::assertContains('A price is not the one that was meant.', $gate->because);
        self::assertContains(
            'A price list of 3 rows was held against it (by Ada): 1 agrees.',
            array_column($gate->checked, 'words'),
        );
        self::assertNotContains('price-list', array_column($gate->notChecked, 'what'));
    }

    public function testAListThatAgreesLeavesNothingOpen(): void
    {
        $gate = $this->gate("Size;Total\nS;10.00\nL;12.50\n");
        self::assertNotContains(
            GateItem::PRICE_LIST,
            array_map(static fn(array $o): string => $o['item']->kind, $gate->open),
        );
        self::assertContains(
            'price-list',
            array_column($this->gate(null)->notChecked, 'what'),
            'without one, that is said',
        );
        $this->expectException(UnreadableDocument::class);
        $this->gate("Size\nS\n");
    }

    private function gate(?string $list): Gate
    {
        $document = [
            'item' => ['sku' => 'A', 'name' => 'Lamp', 'price' => '10'],
            'options' => [
                [
                    'required' => true,
                    'values' => [['code' => 's', 'label' => 'S'], ['code' => 'l', 'label' => 'L', 'charge' => '2.50']],
                ] + Documents::one('size', []),
            ],
        ];
        $reach = new Reach(Documents::setup($document));

        return Gate::of(
            Documents::json($document),
            $reach->setup,
            '2',
            [],
            $this->plan($reach),
            [],
            [],
            null,
            [],
            null === $list ? [] : [PriceList::held($reach, $list, 'by Ada')],
        );
    }

    private function plan(Reach $reach): Plan
    {
        return Planner::plan($reach);
    }
}
