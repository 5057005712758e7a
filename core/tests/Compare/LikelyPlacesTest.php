<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Compare;

use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Compare\LikelyPlaces;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Purpose;
use PHPUnit\Framework\TestCase;

final class LikelyPlacesTest extends TestCase
{
    public function testWithoutADifferenceThereIsNoPlace(): void
    {
        self::assertSame([], LikelyPlaces::of([$this->check(1, ['/options/0/values/0'])], []));
    }

    public function testAPlaceThatAgreeingChecksHaveTooIsNotToBlame(): void
    {
        $checks = [
            $this->check(1, ['/options/0/values/0'], ['/options/0/values/0/charge', '/options/1/yes/charge']),
            $this->check(2, ['/options/0/values/1'], ['/options/1/yes/charge']),
        ];
        $likely = LikelyPlaces::of($checks, [
            1 => [$this->price('110.00', '111.00', ['/options/1/yes/charge', '/options/0/values/0/charge'])],
        ]);
        self::assertSame('/options/0/values/0/charge', $likely[0]['at']);
        self::assertSame([1], $likely[0]['checks']);
    }

    public function testTwoChecksThatDifferInOneOptionShowWhichChargeIsOff(): void
    {
        // The lamp shade is in both, and both are off; the finish alone tells them apart.
        $shade = '/options/1/yes/charge';
        $checks = [
            $this->check(1, ['/options/0/values/0', '/options/1/yes'], [$shade]),
            $this->check(2, ['/options/0/values/1', '/options/1/yes'], ['/options/0/values/1/charge', $shade]),
        ];
        $likely = LikelyPlaces::of($checks, [
            1 => [$this->price('105.00', '108.00', [$shade])],
            2 => [$this->price('117.00', '132.00', ['/options/0/values/1/charge', $shade])],
        ]);
        self::assertSame('/options/0/values/1/charge', $likely[0]['at'], 'By 3 without it, by 15 with it.');
        self::assertSame($shade, $likely[1]['at'], 'What is left is the shade.');
    }

    public function testABasePriceIsLikelyWhereAllIsOffByTheSame(): void
    {
        $checks = $differing = [];
        foreach ([0, 1, 2] as $i) {
            $checks[] = $this->check(
                $i + 1,
                ['/options/0/values/' . $i],
                ['/options/0/values/' . $i . '/charge', '/item/price'],
            );
            $differing[$i + 1] = [
                $this->price('100.00', '90.00', ['/options/0/values/' . $i . '/charge', '/item/price']),
            ];
        }
        self::assertSame('/item/price', LikelyPlaces::of($checks, $differing)[0]['at']);
        self::assertSame([1, 2, 3], LikelyPlaces::of($checks, $differing)[0]['checks']);
    }

    public function testWhatADifferenceNamesFirstIsLikelier(): void
    {
        $differing = [
            1 => [
                new Difference('accepted', 'cart', 'refused', 'taken', ['/options/0/required', '/options/0/shownWhen']),
            ],
        ];
        self::assertSame('/options/0/required', LikelyPlaces::of([$this->check(1, [])], $differing)[0]['at']);
    }

    public function testTwoCausesAreTwoPlaces(): void
    {
        $differing = [
            1 => [new Difference('weight', 'cart', '2', '1', ['/options/0/values/0/weight'])],
            2 => [new Difference('weight', 'cart', '2', '1', ['/options/0/values/0/weight'])],
            3 => [new Difference('accepted', 'cart', 'refused', 'taken', ['/options/4/required'])],
        ];
        $checks = [$this->check(1, []), $this->check(2, []), $this->check(3, [])];
        self::assertSame(
            [
                ['at' => '/options/0/values/0/weight', 'checks' => [1, 2]],
                ['at' => '/options/4/required', 'checks' => [3]],
            ],
            LikelyPlaces::of($checks, $differing),
        );
    }

    public function testAtMostSixPlacesAreNamed(): void
    {
        $checks = $differing = [];
        for ($i = 1; $i <= 20; ++$i) {
            $checks[] = $this->check($i, []);
            $differing[$i] = [new Difference('sku', 'cart', 'a', 'b', ['/options/' . $i . '/values/0/sku'])];
        }
        self::assertCount(6, LikelyPlaces::of($checks, $differing));
    }

    /**
     * @param list<string> $chosen
     * @param list<string> $charged
     */
    private function check(int $number, array $chosen, array $charged = []): Check
    {
        $line = [
            'sku' => 'T',
            'name' => 'T',
            'quantity' => 1,
            'unitPrice' => null,
            'lineTotal' => null,
            'total' => null,
            'weight' => '0',
            'points' => '0',
            'image' => null,
            'entries' => [],
            'ownLines' => [],
        ];

        return new Check(
            $number,
            Purpose::Pairs,
            '',
            [],
            [[]],
            [1],
            'form',
            null,
            null,
            true,
            null,
            [$line],
            $charged,
            $chosen,
        );
    }

    /**
     * @param list<string> $places
     */
    private function price(string $expected, string $found, array $places): Difference
    {
        return new Difference('unit price', 'cart', $expected, $found, $places);
    }

    public function testOnePairSpeaksAsLoudAsTwelveChecks(): void
    {
        $slate = '/options/0/values/1/charge';
        $shade = '/options/1/yes/charge';
        // Others name the shade first; two checks that differ in the finish alone are off by different amounts.
        foreach ([12 => $slate, 13 => $slate, 14 => $shade] as $others => $first) {
            $checks = [$this->check(1, ['/options/0/values/0']), $this->check(2, ['/options/0/values/1'], [$slate])];
            $differing = [2 => [$this->price('117.00', '120.00', ['/options/9', $slate])]];
            for ($i = 3; $i < 3 + $others; ++$i) {
                $checks[] = $this->check($i, ['/options/0/values/0', '/options/2/values/' . $i]);
                $differing[$i] = [new Difference('sku', 'cart', 'a', 'b', [$shade])];
            }
            self::assertSame($first, LikelyPlaces::of($checks, $differing)[0]['at'], $others . ' others');
        }
    }
}
