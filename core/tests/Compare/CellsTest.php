<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\Cells;
use PHPUnit\Framework\TestCase;

final class CellsTest extends TestCase
{
    /** JSON objects have no order, so a shop may tell the parts of a line in any. */
    public function testLinesOfTheirOwnAreTheSameInAnyOrderOfTheirKeys(): void
    {
        $line = ['sku' => 'BULB', 'name' => 'Bulb', 'quantity' => 2, 'unitPrice' => '9.50', 'lineTotal' => '19.00'];
        self::assertSame('BULB 2 19.00', Cells::ownText([$line]));
        self::assertSame('BULB 2 19.00', Cells::ownText([array_reverse($line)]));
        self::assertSame(
            'BULB 1 19.00',
            Cells::ownText([['quantity' => 1] + $line]),
            'another quantity is another line',
        );
        self::assertSame('none', Cells::ownText([]));
    }
}
