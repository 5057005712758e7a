<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Formula;

use Ithrel\Core\Decimal\PlainDecimal;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Price\FormulaTrial;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class FormulaTrialTest extends TestCase
{
    public function testEveryNameThatMayStandInAFormulaIsOfferedAndTaken(): void
    {
        $setup = self::lamp();
        $names = FormulaTrial::names($setup);
        self::assertSame(
            [
                'base' => 'the base price',
                'quantity' => 'the number of pieces',
                'levels.trade' => 'the price level “trade”',
                'width' => 'Width in cm',
                'wood.rate' => 'rate of what Wood is',
                'chars(motto)' => 'characters of Motto',
                'files(art)' => 'files of Art',
                'picks(extras)' => 'picks of Extras',
            ],
            $names,
        );
        foreach (array_keys($names) as $name) {
            (new FormulaTrial($setup, FormulaTrial::used($setup, Formula::parse($name))))->value(Formula::parse($name));
        }
    }

    public function testAFormulaComesToWhatItsFiguresMakeOfIt(): void
    {
        $setup = self::lamp();
        $formula = Formula::parse('to(width, "m") * wood.rate * 100 + chars(motto) + (filled(art) ? 5 : 0)');
        self::assertSame(
            ['width' => '20', 'wood.rate' => '0.35', 'chars(motto)' => '8', 'filled(art)' => 'yes'],
            FormulaTrial::used($setup, $formula),
        );
        foreach (
            [['20', '0.35', '8', 'yes', '20'], ['40', '0.5', '0', '', '20'], ['-5', '1', '3', '', '-2']]
            as [$width, $rate, $characters, $filled, $value]
        ) {
            $trial = new FormulaTrial($setup, [
                'width' => $width,
                'wood.rate' => $rate,
                'chars(motto)' => $characters,
                'filled(art)' => $filled,
            ]);
            self::assertSame($value, PlainDecimal::of($trial->value($formula)));
        }
    }

    public function testWhatCannotBeWorkedOutSaysWhy(): void
    {
        $setup = self::lamp();
        foreach (
            [
                ['width * 2', [], 'width'],
                ['width * 2', ['width' => '4,5'], '“4,5” is no number for width'],
                ['chars(motto)', ['chars(motto)' => '1.5'], 'chars(motto) is a whole number, such as 12'],
                ['height', ['height' => '4'], '"height" is neither a number option nor a figure of a value'],
                ['10 / width', ['width' => '0'], 'zero'],
            ]
            as [$expr, $figures, $why]
        ) {
            try {
                (new FormulaTrial($setup, $figures))->value(Formula::parse($expr));
                self::fail($expr);
            } catch (FormulaError $e) {
                self::assertStringContainsString($why, $e->getMessage());
            }
        }
    }

    private static function lamp(): Setup
    {
        return Documents::setup([
            'levels' => [['code' => 'trade', 'amount' => '7']],
            'options' => [
                ['code' => 'width', 'label' => 'Width', 'kind' => 'number', 'min' => '20', 'unit' => 'cm'],
                [
                    'code' => 'wood',
                    'label' => 'Wood',
                    'kind' => 'one',
                    'values' => [
                        ['code' => 'oak', 'label' => 'Oak', 'figures' => ['rate' => '0.35']],
                        ['code' => 'ash', 'label' => 'Ash'],
                    ],
                ],
                ['code' => 'motto', 'label' => 'Motto', 'kind' => 'text', 'length' => ['max' => 8]],
                ['code' => 'art', 'label' => 'Art', 'kind' => 'file'],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'values' => [['code' => 'a', 'figures' => ['rate' => '1']]],
                ],
            ],
        ]);
    }
}
