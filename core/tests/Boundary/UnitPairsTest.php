<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Boundary;

use Ithrel\Core\Boundary\UnitPairs;
use Ithrel\Core\Tests\Support\Documents;
use PHPUnit\Framework\TestCase;

final class UnitPairsTest extends TestCase
{
    public function testEachEdgeIsAskedInTheOtherUnit(): void
    {
        $pairs = $this->pairs(
            ['min' => '254', 'max' => '1016', 'decimals' => 1],
            ['min' => '10', 'max' => '42', 'decimals' => 2],
        );
        self::assertCount(1, $pairs);
        self::assertSame(['unit', 'w_mm', 'w_in'], [$pairs[0]->by, $pairs[0]->first, $pairs[0]->second]);
        $rows = array_column($pairs[0]->rows, null, 'about');
        self::assertSame(
            ['10', 'taken'],
            [$pairs[0]->rows[0]['same'], $pairs[0]->rows[0]['otherwise']],
            '254 mm are 10 in exactly.',
        );
        self::assertSame(
            ['1016.1', 'refused', '40', 'taken'],
            [
                $pairs[0]->rows[4]['answer'],
                $pairs[0]->rows[4]['expected'],
                $pairs[0]->rows[4]['same'],
                $pairs[0]->rows[4]['otherwise'],
            ],
        );
        self::assertSame(
            ['the most', '42', '1066.8', 'refused'],
            [
                $rows['the most']['about'],
                $rows['the most']['answer'],
                $rows['the most']['same'],
                $rows['the most']['otherwise'],
            ],
            '42 in are 1 066.8 mm, beyond its most.',
        );
        self::assertNotSame([], $pairs[0]->differing());
    }

    public function testLimitsThatMeanTheSameAgree(): void
    {
        $pairs = $this->pairs(
            ['min' => '25.4', 'max' => '254', 'step' => '25.4'],
            ['min' => '1', 'max' => '10', 'step' => '1'],
        );
        self::assertSame([], $pairs[0]->differing());
    }

    public function testNumbersThatAreNoMeasureOfOneAnotherAreNotPaired(): void
    {
        $by = Documents::one('unit', ['mm', 'in'], ['required' => true]);
        $number = static fn(string $code, ?string $unit, ?string $when): array => array_filter(
            [
                'code' => $code,
                'label' => $code,
                'kind' => 'number',
                'min' => '1',
                'max' => '9',
                'unit' => $unit,
                'shownWhen' => null === $when ? null : ['option' => 'unit', 'is' => $when],
            ],
            static fn(mixed $v): bool => null !== $v,
        );
        self::assertSame(
            [],
            (new UnitPairs(
                Documents::setup([
                    'options' => [$by, $number('a', 'mm', 'mm'), $number('b', 'kg', 'in'), $number('c', 'in', null)],
                ]),
            ))->all(),
        );
        self::assertSame(
            [],
            (new UnitPairs(
                Documents::setup(['options' => [$by, $number('a', 'mm', 'mm'), $number('b', 'mm', 'in')]]),
            ))->all(),
            'One unit under both.',
        );
    }

    /**
     * @param array<string, mixed> $mm
     * @param array<string, mixed> $in
     *
     * @return list<\Ithrel\Core\Boundary\UnitPair>
     */
    private function pairs(array $mm, array $in): array
    {
        return (new UnitPairs(
            Documents::setup([
                'options' => [
                    Documents::one('unit', ['mm', 'in'], ['required' => true]),
                    $mm + [
                        'code' => 'w_mm',
                        'label' => 'Width',
                        'kind' => 'number',
                        'unit' => 'mm',
                        'shownWhen' => ['option' => 'unit', 'is' => 'mm'],
                    ],
                    $in + [
                        'code' => 'w_in',
                        'label' => 'Width',
                        'kind' => 'number',
                        'unit' => 'in',
                        'shownWhen' => ['option' => 'unit', 'is' => 'in'],
                    ],
                ],
            ]),
        ))->all();
    }
}
