<?php

declare(strict_types=1);

namespace Ithrel\Core\Tests\Setup;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\View\Area;
use Ithrel\Core\Setup\View\Shapes;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class ShapesTest extends TestCase
{
    /**
     * @return iterable<string, array{Area, Area, bool}>
     */
    public static function pairs(): iterable
    {
        $box = self::box(...);
        $round = static fn(int $x, int $y, int $width, int $height): Area => self::box(
            $x,
            $y,
            $width,
            $height,
            'ellipse',
        );
        yield 'boxes that cross' => [$box(0, 0, 10, 10), $box(5, 5, 10, 10), true];
        yield 'boxes side by side' => [$box(0, 0, 10, 10), $box(10, 0, 10, 10), false];
        yield 'boxes that meet in a corner' => [$box(0, 0, 10, 10), $box(10, 10, 5, 5), false];
        yield 'a box within a box' => [$box(0, 0, 10, 10), $box(2, 2, 3, 3), true];
        yield 'a box within a box, along its side' => [$box(0, 0, 10, 10), $box(0, 2, 3, 3), true];
        yield 'the same box' => [$box(0, 0, 10, 10), $box(0, 0, 10, 10), true];
        yield 'a cross of two boxes without a corner within' => [$box(4, 0, 2, 10), $box(0, 4, 10, 2), true];
        yield 'a triangle beside the slope of another' => [
            self::polygon([0, 0], [10, 0], [0, 10]),
            self::polygon([10, 0], [10, 10], [0, 10]),
            false,
        ];
        yield 'a triangle over the slope of another' => [
            self::polygon([0, 0], [10, 0], [0, 10]),
            self::polygon([10, 0], [10, 10], [0, 9]),
            true,
        ];
        yield 'a box in the notch of an L' => [
            self::polygon([0, 0], [10, 0], [10, 4], [4, 4], [4, 10], [0, 10]),
            $box(4, 4, 6, 6),
            false,
        ];
        yield 'a box that reaches out of the notch' => [
            self::polygon([0, 0], [10, 0], [10, 4], [4, 4], [4, 10], [0, 10]),
            $box(3, 5, 6, 5),
            true,
        ];
        yield 'a circle in the corner of its box, and a box there' => [$round(0, 0, 10, 10), $box(0, 0, 1, 1), false];
        // The corner (1.4645, 1.4645) of the square within a circle of radius 5 around (5, 5), from below and above.
        yield 'a box that just stays off a circle' => [$round(0, 0, 10_000, 10_000), $box(0, 0, 1_464, 1_464), false];
        yield 'a box that just reaches a circle' => [$round(0, 0, 10_000, 10_000), $box(0, 0, 1_465, 1_465), true];
        yield 'a circle that touches a box' => [$round(0, 0, 10, 10), $box(10, 0, 5, 10), false];
        yield 'a box around a circle' => [$round(2, 2, 2, 2), $box(0, 0, 10, 10), true];
        yield 'circles that touch' => [$round(0, 0, 10, 10), $round(10, 0, 10, 10), false];
        // 3, 4, 5: centres 5 apart, radii 2 and 3.
        yield 'circles that touch askew' => [$round(-2, -2, 4, 4), $round(0, 1, 6, 6), false];
        yield 'circles that cross a little' => [$round(-2, -2, 4, 4), $round(0, 0, 6, 6), true];
        yield 'circles whose boxes cross' => [$round(0, 0, 10, 10), $round(9, 9, 10, 10), false];
        yield 'one within the other' => [$round(0, 0, 10, 10), $round(4, 4, 1, 1), true];
        yield 'the same circle' => [$round(0, 0, 10, 10), $round(0, 0, 10, 10), true];
        yield 'a flat one across a tall one' => [$round(0, 4, 10, 2), $round(4, 0, 2, 10), true];
    }

    #[DataProvider('pairs')]
    public function testWhetherTwoShareAnInside(Area $a, Area $b, bool $expected): void
    {
        self::assertSame($expected, Shapes::overlap($a, $b));
        self::assertSame($expected, Shapes::overlap($b, $a));
    }

    #[TestDox('shapes with a point of a fine grid inside both overlap; without one they overlap by less than its mesh')]
    public function testAgainstAGrid(): void
    {
        $random = new Randomizer(new Mt19937(4));
        $overlapping = 0;
        for ($n = 0; $n < 400; ++$n) {
            $shapes = [];
            for ($i = 0; $i < 2; ++$i) {
                [$x, $y, $width, $height] = [
                    $random->getInt(0, 14),
                    $random->getInt(0, 14),
                    $random->getInt(2, 12),
                    $random->getInt(2, 12),
                ];
                $shapes[] = match ($random->getInt(0, 2)) {
                    0 => self::box($x, $y, $width, $height),
                    1 => self::box($x, $y, $width, $height, 'ellipse'),
                    default => self::polygon([$x, $y], [$x + $width, $y], [$x + intdiv($width, 2), $y + $height]),
                };
            }
            $met = false;
            [$inOne, $inOther] = array_map(self::holds(...), $shapes);
            for ($x = 0; $x < 27 * 4 && !$met; ++$x) {
                for ($y = 0; $y < 27 * 4 && !$met; ++$y) {
                    $met = $inOne(($x + 0.5) / 4, ($y + 0.5) / 4) && $inOther(($x + 0.5) / 4, ($y + 0.5) / 4);
                }
            }
            $overlap = Shapes::overlap($shapes[0], $shapes[1]);
            $overlapping += $overlap ? 1 : 0;
            self::assertTrue($overlap || !$met, 'Pair ' . $n);
            if ($overlap && !$met) {
                // So little that no point of the grid is met: then they are apart once one of them is drawn in by a
                // mesh.
                self::assertFalse(Shapes::overlap(self::smaller($shapes[0]), self::smaller($shapes[1])), 'Pair ' . $n);
            }
        }
        self::assertGreaterThan(100, $overlapping);
        self::assertLessThan(350, $overlapping);
    }

    public function testPolygonsThatCrossThemselves(): void
    {
        $crosses = static fn(array ...$points): bool => Shapes::crossesItself(self::polygon(...$points)->points);
        self::assertFalse($crosses([0, 0], [10, 0], [10, 10], [0, 10]));
        self::assertFalse($crosses([0, 0], [10, 0], [10, 10], [0, 10], [0, 0]), 'closed by its first corner');
        self::assertFalse($crosses([0, 0], [5, 0], [10, 0], [10, 10]), 'a corner along a side');
        self::assertTrue($crosses([0, 0], [10, 10], [10, 0], [0, 10]), 'a bow');
        self::assertTrue($crosses([0, 0], [10, 0], [5, 0], [5, 5]), 'folded back');
        self::assertTrue($crosses([0, 0], [10, 0]), 'no area');
    }

    private static function box(int $x, int $y, int $width, int $height, string $shape = 'box'): Area
    {
        return Area::box(
            $shape,
            BigDecimal::of($x),
            BigDecimal::of($y),
            BigDecimal::of($width),
            BigDecimal::of($height),
        );
    }

    /**
     * @param array<mixed> ...$points
     */
    private static function polygon(array ...$points): Area
    {
        return new Area(
            'polygon',
            array_values(
                array_map(
                    static fn(array $p): array => [
                        BigDecimal::of(is_int($p[0]) ? $p[0] : 0),
                        BigDecimal::of(is_int($p[1]) ? $p[1] : 0),
                    ],
                    $points,
                ),
            ),
        );
    }

    private static function smaller(Area $area): Area
    {
        [$left, $top, $right, $bottom] = array_map(static fn(BigDecimal $d): float => $d->toFloat(), $area->bounds());
        [$x, $y] = [($left + $right) / 2, ($top + $bottom) / 2];
        $by = static fn(BigDecimal $d, float $middle): BigDecimal => BigDecimal::of(
            (string) round($middle + ($d->toFloat() - $middle) * 0.8, 6),
        );

        return new Area(
            $area->shape,
            array_map(static fn(array $p): array => [$by($p[0], $x), $by($p[1], $y)], $area->points),
        );
    }

    /**
     * @return \Closure(float, float): bool whether a point lies within
     */
    private static function holds(Area $area): \Closure
    {
        [$left, $top, $right, $bottom] = array_map(static fn(BigDecimal $d): float => $d->toFloat(), $area->bounds());
        if ('ellipse' === $area->shape) {
            return static fn(float $x, float $y): bool => (($x - ($left + $right) / 2) / (($right - $left) / 2)) ** 2 +
                (($y - ($top + $bottom) / 2) / (($bottom - $top) / 2)) ** 2 <
                1;
        }
        $points = array_map(static fn(array $p): array => [$p[0]->toFloat(), $p[1]->toFloat()], $area->points);

        return static function (float $x, float $y) use ($points): bool {
            foreach ($points as $i => [$fromX, $fromY]) {
                // Corners run clockwise on a picture, whose y grows downwards.
                [$toX, $toY] = $points[$i + 1] ?? $points[0];
                if (($toX - $fromX) * ($y - $fromY) - ($toY - $fromY) * ($x - $fromX) <= 0) {
                    return false;
                }
            }

            return true;
        };
    }
}
