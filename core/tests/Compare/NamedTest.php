<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\Named;
use Ithrel\Core\Compare\PriceSheet;
use Ithrel\Core\Compare\SheetColumn;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class NamedTest extends TestCase
{
    /**
     * @return iterable<array{string, string|null}>
     */
    public static function titles(): iterable
    {
        yield ['size', 'size'];
        yield ['SIZE *', 'size'];
        yield ['Size (please choose)', 'size'];
        yield ['Gift wrap', 'gift'];
        yield ['gift  wrap (+4.00 EUR)', 'gift'];
        yield ['Initials (max 3)', 'initials'];
        yield ['Cord', null];
        yield ['Cord (left)', 'cord_l'];
        yield ['(+4.00)', null];
        yield ['Colour', null];
        yield ['', null];
    }

    #[DataProvider('titles')]
    public function testOptionsAreKnownByWhatPeopleCallThem(string $title, ?string $code): void
    {
        self::assertSame($code, Named::option(self::lantern(), $title)?->code);
    }

    public function testValuesAreKnownWithoutTheirCharge(): void
    {
        $glass = self::lantern()->options[4];
        self::assertSame(
            [0, 1, 1, 2, 3, null, null],
            array_map(static fn(string $name): ?int => Named::value($glass, $name), [
                'clear',
                'Amber',
                'amber (+ 6,50)',
                'Green (dark)',
                'GREEN (light)',
                'Green',
                'Red',
            ]),
        );
    }

    public function testTheColumnsOfAPriceSheetAreReadGenerously(): void
    {
        $sheet = PriceSheet::read(self::lantern(), "Size (S or L);Gift wrap;Total (EUR)\nS;no;1.00\n");
        self::assertSame(
            [SheetColumn::OPTION, SheetColumn::OPTION, SheetColumn::TOTAL],
            array_column($sheet->columns, 'role'),
        );
    }

    private static function lantern(): Setup
    {
        return Documents::setup([
            'options' => [
                ['label' => 'Size *'] + Documents::one('size', ['S', 'L']),
                ['code' => 'gift', 'label' => 'Gift wrap (+4.00)', 'kind' => 'flag'],
                ['code' => 'initials', 'label' => 'Initials', 'kind' => 'text'],
                ['label' => 'Cord (left)'] + Documents::one('cord_l', ['1', '2']),
                [
                    'code' => 'glass',
                    'label' => 'Glass',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'clear', 'label' => 'Clear'],
                        ['code' => 'a', 'label' => 'Amber (+6.50)'],
                        ['code' => 'gd', 'label' => 'Green (dark)'],
                        ['code' => 'gl', 'label' => 'Green (light)'],
                    ],
                ],
                ['label' => 'Cord (right)'] + Documents::one('cord_r', ['1', '2']),
            ],
        ]);
    }
}
