<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Decimal;

use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\LikelyPlaces;
use Ithrel\Core\Decimal\ForeignDecimal;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ForeignDecimalTest extends TestCase
{
    #[DataProvider('texts')]
    public function testPlainDecimalsAlone(string $text, ?string $value): void
    {
        self::assertSame($value, ForeignDecimal::plain($text)?->__toString());
    }

    /**
     * @return iterable<array{string, string|null}>
     */
    public static function texts(): iterable
    {
        yield ['-12.50', '-12.50'];
        yield [str_repeat('9', 40) . '.' . str_repeat('9', 40), str_repeat('9', 40) . '.' . str_repeat('9', 40)];
        yield [str_repeat('9', 41), null];
        yield ['1e9999999999', null];
        yield ['+1', null];
        yield ["1\n", null];
        yield ['.5', null];
    }

    public function testAnExponentOfAShopDoesNotKeepPlacesFromBeingNamed(): void
    {
        $differing = [1 => [new Difference('unit price', 'cart', '10.00', '1e9999999999', ['/item/price'])]];
        self::assertSame([['at' => '/item/price', 'checks' => [1]]], LikelyPlaces::of([], $differing));
    }
}
