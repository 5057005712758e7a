<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Words;

use Ithrel\Core\Reach\Reason\Cause;
use Ithrel\Core\Reach\Reason\CauseKind;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Tests\Support\Documents;
use Ithrel\Core\Words\ConditionWords;
use Ithrel\Core\Words\Count;
use Ithrel\Core\Words\ReasonWords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class WordsTest extends TestCase
{
    /**
     * @return iterable<string, array{array<string, mixed>, string}>
     */
    public static function conditions(): iterable
    {
        yield 'one value' => [['option' => 'size', 'is' => 'l'], 'Size is Large'];
        yield 'one of several values' => [['option' => 'size', 'is' => ['s', 'gone']], 'Size is Small or "gone"'];
        yield 'picked among others' => [['option' => 'extras', 'is' => 'a'], 'Extras has A'];
        yield 'a yes' => [['option' => 'gift', 'is' => true], 'Gift is yes'];
        yield 'no yes' => [['option' => 'gift', 'is' => false], 'Gift is not yes'];
        yield 'how many picks' => [
            ['option' => 'extras', 'picks' => ['atLeast' => 1, 'atMost' => 2]],
            'Extras has 1 to 2 picks',
        ];
        yield 'exactly so many' => [
            ['option' => 'extras', 'picks' => ['atLeast' => 2, 'atMost' => 2]],
            'Extras has exactly 2 picks',
        ];
        yield 'a range of numbers' => [
            ['option' => 'width', 'atLeast' => '100', 'below' => '200.50'],
            'Width is at least 100 mm and below 200.5 mm',
        ];
        yield 'a day' => [['option' => 'day', 'atMost' => '+2d'], 'Day is until +2d (2026-11-26)'];
        yield 'answered' => [['option' => 'width', 'filled' => true], 'Width is answered'];
        yield 'all' => [
            [
                'all' => [
                    ['option' => 'size', 'is' => 's'],
                    ['any' => [['option' => 'gift', 'is' => true], ['option' => 'width', 'filled' => false]]],
                ],
            ],
            'Size is Small and (Gift is yes or Width is not answered)',
        ];
        yield 'not' => [['not' => ['option' => 'size', 'is' => 's']], 'not (Size is Small)'];
        yield 'always' => [['all' => []], 'always'];
        yield 'never' => [['any' => []], 'never'];
        yield 'what is not there' => [['option' => 'gone', 'filled' => true], '"gone" is answered'];
    }

    /**
     * @param array<string, mixed> $condition
     */
    #[DataProvider('conditions')]
    public function testConditions(array $condition, string $words): void
    {
        $setup = self::setup_(['code' => 'last', 'kind' => 'note', 'label' => 'Last', 'shownWhen' => $condition]);
        $shownWhen = $setup->options[count($setup->options) - 1]->shownWhen;
        self::assertNotNull($shownWhen);
        self::assertSame($words, (new ConditionWords($setup->options))->of($shownWhen));
    }

    public function testReasons(): void
    {
        $setup = self::setup_([
            'code' => 'last',
            'kind' => 'one',
            'label' => 'Last *',
            'shownWhen' => ['option' => 'size', 'is' => 'l'],
            'values' => [['code' => 'v', 'label' => 'V', 'hidden' => true, 'allowedWhen' => ['any' => []]]],
        ]);
        $words = new ReasonWords($setup);
        $of = static fn(CauseKind $kind, ?int $option, ?int $value = null, ?int $row = null): string => $words->of(
            new Cause($kind, '', $option, $value, $row),
        );
        self::assertSame('Last is shown only when Size is Large', $of(CauseKind::Shown, 5));
        self::assertSame('Last: V is on offer under a condition that never holds', $of(CauseKind::Allowed, 5, 0));
        self::assertSame('Last has to be answered', $of(CauseKind::Required, 5));
        self::assertSame('Last: V is kept for later', $of(CauseKind::Hidden, 5, 0));
        self::assertSame('Extras takes 1 to 2 picks', $of(CauseKind::Picks, 1));
        self::assertSame('Width takes only numbers from 50 to 300 in steps of 5', $of(CauseKind::Limits, 3));
        self::assertSame('Size is Large', $of(CauseKind::Answer, 0, 1));
        self::assertSame('Gift is yes', $of(CauseKind::Answer, 2, 0));
        self::assertSame('Size is without answer', $of(CauseKind::Answer, 0));
        self::assertSame('variant row 2 (R-2) is sold out', $of(CauseKind::RowStock, null, null, 1));
        self::assertSame('no variant row matches', $of(CauseKind::MissingRow, null));
    }

    public function testALongReasonIsCountedAndItsSubjectIsNotRepeated(): void
    {
        $words = new ReasonWords(self::setup_());
        $sold = static fn(int $option, int $value): Cause => new Cause(CauseKind::ValueStock, '', $option, $value);
        self::assertSame('it is sold out', $words->sentence([$sold(0, 1)], 'Size: Large'));
        self::assertSame(
            'Size: Small is sold out, and Size: Large is sold out',
            $words->sentence([$sold(0, 0), $sold(0, 1)]),
        );
        self::assertSame(
            'Size: Small is sold out, Size: Large is sold out, Extras: A is sold out, and 2 further places',
            $words->sentence([
                $sold(0, 0),
                $sold(0, 1),
                $sold(1, 0),
                $sold(1, 1),
                new Cause(CauseKind::Required, '', 0),
            ]),
        );
        self::assertSame('', $words->sentence([]));
        self::assertSame('', $words->sentence(null));
        self::assertNull($words->detail(null));
    }

    public function testCountsAreReadable(): void
    {
        self::assertSame("641\u{2009}628\u{2009}650\u{2009}880", Count::of(gmp_init('641628650880')));
        self::assertSame('999', Count::of(gmp_init('999')));
        self::assertSame("999\u{2009}999\u{2009}999\u{2009}999\u{2009}999", Count::of(gmp_init('999999999999999')));
        self::assertSame('1.0 × 10¹⁵', Count::of(gmp_init('1000000000000000')));
        self::assertSame('7.9 × 10⁵⁶', Count::of(gmp_mul(79, gmp_pow(10, 55))));
    }

    /**
     * @param array<string, mixed> ...$more
     */
    private static function setup_(array ...$more): Setup
    {
        return Documents::setup([
            'options' => [
                [
                    'code' => 'size',
                    'label' => 'Size *',
                    'kind' => 'one',
                    'values' => [['code' => 's', 'label' => 'Small'], ['code' => 'l', 'label' => 'Large']],
                ],
                [
                    'code' => 'extras',
                    'label' => 'Extras',
                    'kind' => 'several',
                    'picks' => ['min' => 1, 'max' => 2],
                    'values' => [['code' => 'a', 'label' => 'A'], ['code' => 'b', 'label' => 'B']],
                ],
                ['code' => 'gift', 'label' => 'Gift', 'kind' => 'flag'],
                [
                    'code' => 'width',
                    'label' => 'Width',
                    'kind' => 'number',
                    'unit' => 'mm',
                    'min' => '50',
                    'max' => '300',
                    'step' => '5',
                ],
                ['code' => 'day', 'label' => 'Day', 'kind' => 'date'],
                ...$more,
            ],
            'variants' => [
                'by' => ['size'],
                'rows' => [
                    ['pick' => ['size' => 's'], 'sku' => 'R-1'],
                    ['pick' => ['size' => 'l'], 'sku' => 'R-2', 'stock' => 0],
                ],
            ],
        ]);
    }
}
