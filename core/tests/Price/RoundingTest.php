<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Price;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/**
 * Rounding modes against the table of examples in the documentation of java.math.RoundingMode (Java SE API), which
 * names them as IEEE 754-2019 does in its clause 4.3: half-even is roundTiesToEven, half-up roundTiesToAway, down
 * roundTowardZero. The table is written down from memory.
 */
final class RoundingTest extends TestCase
{
    private const TABLE = [
        // amount => up, down, half-up, half-down, half-even
        '5.5' => ['6', '5', '6', '5', '6'],
        '2.5' => ['3', '2', '3', '2', '2'],
        '1.6' => ['2', '1', '2', '2', '2'],
        '1.1' => ['2', '1', '1', '1', '1'],
        '1.0' => ['1', '1', '1', '1', '1'],
        '-1.0' => ['-1', '-1', '-1', '-1', '-1'],
        '-1.1' => ['-2', '-1', '-1', '-1', '-1'],
        '-1.6' => ['-2', '-1', '-2', '-2', '-2'],
        '-2.5' => ['-3', '-2', '-3', '-2', '-2'],
        '-5.5' => ['-6', '-5', '-6', '-5', '-6'],
    ];

    /**
     * @return iterable<string, array{string, string, string}>
     */
    public static function examples(): iterable
    {
        foreach (self::TABLE as $amount => $row) {
            foreach (['up', 'down', 'half-up', 'half-down', 'half-even'] as $i => $mode) {
                yield $amount . ' ' . $mode => [(string) $amount, $mode, $row[$i]];
            }
        }
    }

    #[DataProvider('examples')]
    public function testAsInTheTable(string $amount, string $mode, string $rounded): void
    {
        // The yen has no minor units.
        $setup = Documents::setup([
            'currency' => 'JPY',
            'item' => ['sku' => 'x', 'name' => 'X', 'price' => $amount],
            'rounding' => ['mode' => $mode],
        ]);
        self::assertSame($rounded, (string) (new Pricer($setup))->quote(new State(), 1)->unitPrice);
    }
}
