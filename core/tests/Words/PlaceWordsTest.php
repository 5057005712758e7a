<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Words;

use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Words\PlaceWords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PlaceWordsTest extends TestCase
{
    private static ?PlaceWords $words = null;

    /**
     * @return iterable<array{string, string}>
     */
    public static function places(): iterable
    {
        yield ['/options/0', 'Size'];
        yield ['/options/0/required', 'whether Size is required'];
        yield ['/options/0/values/1', 'Size: Large'];
        yield ['/options/0/values/1/charge', 'the charge of Size: Large'];
        yield ['/options/0/values/1/charge/min', 'the least of the charge of Size: Large'];
        yield ['/options/1/yes/charge', 'the charge of Plate'];
        yield ['/options/1/yes/line', 'the line beside that Plate makes'];
        yield ['/options/1/shownWhen', 'when Plate is shown'];
        yield ['/charges/0', 'the charge “Packing”'];
        yield ['/charges/0/when', 'when the charge “Packing” is charged'];
        yield ['/variants/rows/2/price', 'the price of variant row 3'];
        yield ['/item/sku', 'the SKU of the item'];
        yield ['/item/data/0/stages', 'where Bay is carried'];
        yield ['/rounding', 'how amounts are rounded'];
        yield ['/checkout', 'the shop itself: no place of the setup asks for this'];
        yield ['/somewhere/else', '/somewhere/else'];
        yield ['/options/99/charge', '/options/99/charge'];
    }

    #[DataProvider('places')]
    public function testAPlaceIsCalledAsAPersonCallsIt(string $at, string $words): void
    {
        self::$words ??= new PlaceWords(
            Documents::reach([
                'item' => [
                    'sku' => 'T',
                    'name' => 'Test lamp',
                    'price' => '1',
                    'data' => [['code' => 'bay', 'label' => 'Bay', 'value' => 'B4', 'stages' => ['order']]],
                ],
                'options' => [
                    [
                        'code' => 'size',
                        'label' => 'Size',
                        'kind' => 'one',
                        'values' => [
                            ['code' => 's', 'label' => 'Small'],
                            ['code' => 'l', 'label' => 'Large', 'charge' => '1'],
                        ],
                    ],
                    ['code' => 'plate', 'label' => 'Plate', 'kind' => 'flag', 'yes' => ['charge' => '5']],
                ],
                'charges' => [['label' => 'Packing', 'how' => 'fixed', 'amount' => '1']],
            ])->setup,
        );
        self::assertSame($words, self::$words->of($at));
    }
}
