<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\Found;
use Ithrel\Core\Compare\KeptFound;
use PHPUnit\Framework\TestCase;

final class KeptFoundTest extends TestCase
{
    public function testWhatIsOrdinaryIsKeptWhole(): void
    {
        $found = $this->found(3, 'Gift wrap: Für Ada');
        self::assertEquals($found, KeptFound::of($found));
        $differences = [new Difference('total', 'cart', '1.00', '2.00', ['/item/price'])];
        self::assertEquals($differences, KeptFound::differences($differences));
    }

    public function testAShopWithoutEndIsCutAndItIsSaidHowMuchIsMissing(): void
    {
        $kept = KeptFound::of($this->found(30_000, str_repeat('ä', 5_000)));
        $line = $kept->stages['cart']['lines'][0];
        self::assertIsArray($line['entries']);
        self::assertCount(200, $line['entries']);
        self::assertSame(str_repeat('ä', 4_000) . '… (1000 characters more)', $line['entries'][0]);
        self::assertSame('A-1', $line['sku'], 'What has a name stays.');

        $each = new Difference('entries', 'cart', '', 'x', ['/options/0', '/checkout']);
        $differences = KeptFound::differences(array_fill(0, 30_000, $each));
        self::assertCount(201, $differences);
        self::assertSame('29800 more differences, which are not kept', $differences[200]->found);
        self::assertSame(['/options/0'], $differences[200]->places);
    }

    private function found(int $entries, string $entry): Found
    {
        $line = ['sku' => 'A-1', 'entries' => array_fill(0, $entries, $entry)];

        return new Found(null, null, null, true, [], ['cart' => ['lines' => [$line], 'total' => '1.00']]);
    }
}
