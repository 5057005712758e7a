<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\View;

use Brick\Math\BigDecimal;
use Brick\Math\BigRational;

/**
 * Whether shapes of a picture share an inside, exactly. What only touches shares none.
 *
 * @phpstan-type Point array{BigRational, BigRational}
 *
 * Long, as it has a method a pair of shapes, and the exact arithmetic that they share.
 */
final class Shapes
{
    /**
     * @param list<array{BigDecimal, BigDecimal}> $points corners of a polygon; the first may stand again at the end
     *
     * @return bool whether two of its sides share more than the corner between them
     */
    public static function crossesItself(array $points): bool
    {
        $sides = self::sides(self::exact($points));
        $count = count($sides);
        for ($i = 0; $i < $count; ++$i) {
            for ($j = $i + 1; $j < $count; ++$j) {
                [$a, $b] = $sides[$i];
                [$c, $d] = $sides[$j];
                if ($j === $i + 1 || (0 === $i && $j === $count - 1)) {
                    // Neighbours share a corner; they must not fold back on one another.
                    [$from, $corner, $to] = $j === $i + 1 ? [$a, $b, $d] : [$c, $d, $b];
                    if (self::liesOn($from, [$corner, $to]) || self::liesOn($to, [$from, $corner])) {
                        return true;
                    }
                } elseif (self::meet($a, $b, $c, $d)) {
                    return true;
                }
            }
        }

        return $count < 3;
    }

    public static function overlap(Area $a, Area $b): bool
    {
        [$left, $top, $right, $bottom] = $a->bounds();
        [$otherLeft, $otherTop, $otherRight, $otherBottom] = $b->bounds();
        if (
            $left->isGreaterThanOrEqualTo($otherRight) ||
            $otherLeft->isGreaterThanOrEqualTo($right) ||
            $top->isGreaterThanOrEqualTo($otherBottom) ||
            $otherTop->isGreaterThanOrEqualTo($bottom)
        ) {
            return false;
        }
        if ('ellipse' === $a->shape) {
            return 'ellipse' === $b->shape ? self::ellipsesOverlap($a, $b) : self::ellipseOverlaps($a, $b);
        }

        return 'ellipse' === $b->shape ? self::ellipseOverlaps($b, $a) : self::polygonsOverlap($a, $b);
    }

    /**
     * Sides of one that run inside the other are looked for, cut where the sides cross. Where there are none on either
     * hand, the two share an inside only if they are the same.
     */
    private static function polygonsOverlap(Area $a, Area $b): bool
    {
        $first = self::exact($a->points);
        $second = self::exact($b->points);
        $same = true;
        foreach ([[$first, $second], [$second, $first]] as [$own, $other]) {
            foreach (self::middles(self::sides($own), self::sides($other)) as $middle) {
                $where = self::where($middle, $other);
                if ($where > 0) {
                    return true;
                }
                $same = $same && 0 === $where;
            }
        }

        return $same;
    }

    /**
     * The ellipse is made a circle of radius 1 around the origin, and the polygon with it: then its inside is reached
     * where the origin is within, or a side comes nearer to it than 1.
     */
    private static function ellipseOverlaps(Area $ellipse, Area $polygon): bool
    {
        [$x, $y, $across, $down] = self::axes($ellipse);
        $points = array_map(
            static fn(array $p): array => [$p[0]->minus($x)->dividedBy($across), $p[1]->minus($y)->dividedBy($down)],
            self::exact($polygon->points),
        );
        $zero = BigRational::zero();
        if (self::where([$zero, $zero], $points) >= 0) {
            return true;
        }
        foreach (self::sides($points) as [$from, $to]) {
            $dx = $to[0]->minus($from[0]);
            $dy = $to[1]->minus($from[1]);
            // How far along the side the point next to the origin lies, from 0 to 1.
            $t = $from[0]
                ->multipliedBy($dx)
                ->plus($from[1]->multipliedBy($dy))
                ->negated()
                ->dividedBy($dx->multipliedBy($dx)->plus($dy->multipliedBy($dy)));
            $t = $t->isNegative() ? $zero : ($t->isGreaterThan(1) ? BigRational::one() : $t);
            $nearX = $from[0]->plus($dx->multipliedBy($t));
            $nearY = $from[1]->plus($dy->multipliedBy($t));
            if ($nearX->multipliedBy($nearX)->plus($nearY->multipliedBy($nearY))->isLessThan(1)) {
                return true;
            }
        }

        return false;
    }

    /**
     * Two ellipses x'Ax = 0 and x'Bx = 0 (negative inside) share no inside exactly where det(tA + B) has a positive
     * root: two where they are apart, a double one where they touch (Wang, Wang and Kim 2001; from memory). Roots are
     * counted by Sturm's theorem.
     */
    private static function ellipsesOverlap(Area $one, Area $other): bool
    {
        [$x, $y, $across, $down] = self::axes($one);
        [$otherX, $otherY, $otherAcross, $otherDown] = self::axes($other);
        // The first one as a circle of radius 1 around the origin.
        $u = $otherX->minus($x)->dividedBy($across);
        $v = $otherY->minus($y)->dividedBy($down);
        $a = $across->dividedBy($otherAcross)->power(2);
        $b = $down->dividedBy($otherDown)->power(2);
        $ua = $u->power(2)->multipliedBy($a);
        $vb = $v->power(2)->multipliedBy($b);
        $c = $ua->plus($vb)->minus(1);
        $d = $b->multipliedBy($c->minus($vb));
        $cubic = [
            $a->multipliedBy($d)->minus($ua->multipliedBy($a)->multipliedBy($b)),
            $d->plus($a->multipliedBy($c->minus($b)))->minus($ua->multipliedBy($a)),
            $c->minus($a)->minus($b),
            BigRational::of(-1),
        ];

        return 0 === self::positiveRoots($cubic);
    }

    /**
     * How many different positive roots a polynomial has that is not zero at zero.
     *
     * @param list<BigRational> $polynomial lowest power first
     */
    private static function positiveRoots(array $polynomial): int
    {
        $chain = [$polynomial, []];
        foreach (array_slice($polynomial, 1) as $power => $factor) {
            $chain[1][] = $factor->multipliedBy($power + 1);
        }
        while (count($last = $chain[count($chain) - 1]) > 1) {
            $rest = self::remainder($chain[count($chain) - 2], $last);
            if ([] === $rest) {
                break;
            }
            $chain[] = array_map(static fn(BigRational $f): BigRational => $f->negated(), $rest);
        }
        $atZero = array_map(static fn(array $p): int => $p[0]->getSign(), $chain);
        $farOut = array_map(static fn(array $p): int => $p[count($p) - 1]->getSign(), $chain);

        return self::changes($atZero) - self::changes($farOut);
    }

    /**
     * @param list<int> $signs
     *
     * @return int how often the sign changes, zeros left out
     */
    private static function changes(array $signs): int
    {
        $changes = $last = 0;
        foreach ($signs as $sign) {
            $changes += $sign * $last < 0 ? 1 : 0;
            $last = 0 === $sign ? $last : $sign;
        }

        return $changes;
    }

    /**
     * @param list<BigRational> $of
     * @param non-empty-list<BigRational> $by
     *
     * @return list<BigRational> without leading zeros
     */
    private static function remainder(array $of, array $by): array
    {
        while (count($of) >= count($by)) {
            $factor = $of[count($of) - 1]->dividedBy($by[count($by) - 1]);
            $shift = count($of) - count($by);
            foreach ($by as $power => $own) {
                $of[$shift + $power] = $of[$shift + $power]->minus($own->multipliedBy($factor));
            }
            array_pop($of);
            while ([] !== $of && $of[count($of) - 1]->isZero()) {
                array_pop($of);
            }
        }

        return array_values($of);
    }

    /**
     * @return array{BigRational, BigRational, BigRational, BigRational} centre, and half its width and height
     */
    private static function axes(Area $ellipse): array
    {
        [$left, $top, $right, $bottom] = array_map(
            static fn(BigDecimal $d): BigRational => $d->toBigRational(),
            $ellipse->bounds(),
        );

        return [
            $left->plus($right)->dividedBy(2),
            $top->plus($bottom)->dividedBy(2),
            $right->minus($left)->dividedBy(2),
            $bottom->minus($top)->dividedBy(2),
        ];
    }

    /**
     * Sides cut where they meet other sides: the middle of each piece.
     *
     * @param list<array{Point, Point}> $sides
     * @param list<array{Point, Point}> $others
     *
     * @return iterable<Point>
     */
    private static function middles(array $sides, array $others): iterable
    {
        foreach ($sides as [$a, $b]) {
            $cuts = [BigRational::zero(), BigRational::one()];
            foreach ($others as [$c, $d]) {
                $alongX = $b[0]->minus($a[0]);
                $alongY = $b[1]->minus($a[1]);
                $cross = $alongX->multipliedBy($d[1]->minus($c[1]))->minus($alongY->multipliedBy($d[0]->minus($c[0])));
                if (!$cross->isZero()) {
                    $cuts[] = $c[0]
                        ->minus($a[0])
                        ->multipliedBy($d[1]->minus($c[1]))
                        ->minus($c[1]->minus($a[1])->multipliedBy($d[0]->minus($c[0])))
                        ->dividedBy($cross);
                    continue;
                }
                // Parallel: where they lie on one line, its ends cut.
                foreach ([$c, $d] as $end) {
                    $cuts[] = $end[0]
                        ->minus($a[0])
                        ->multipliedBy($alongX)
                        ->plus($end[1]->minus($a[1])->multipliedBy($alongY))
                        ->dividedBy($alongX->power(2)->plus($alongY->power(2)));
                }
            }
            $cuts = array_filter(
                $cuts,
                static fn(BigRational $t): bool => !$t->isNegative() && $t->isLessThanOrEqualTo(1),
            );
            usort($cuts, static fn(BigRational $s, BigRational $t): int => $s->compareTo($t));
            for ($i = 1; $i < count($cuts); ++$i) {
                if (!$cuts[$i]->isEqualTo($cuts[$i - 1])) {
                    $t = $cuts[$i]->plus($cuts[$i - 1])->dividedBy(2);
                    yield [
                        $a[0]->plus($b[0]->minus($a[0])->multipliedBy($t)),
                        $a[1]->plus($b[1]->minus($a[1])->multipliedBy($t)),
                    ];
                }
            }
        }
    }

    /**
     * @param Point $point
     * @param list<Point> $polygon
     *
     * @return int 1 inside, 0 on a side, -1 outside
     */
    private static function where(array $point, array $polygon): int
    {
        $inside = false;
        foreach (self::sides($polygon) as $side) {
            if (self::liesOn($point, $side)) {
                return 0;
            }
            [$a, $b] = $side;
            $isAbove = $a[1]->isGreaterThan($point[1]);
            if ($isAbove !== $b[1]->isGreaterThan($point[1])) {
                // A ray to the right crosses the side.
                $inside = $inside !== (self::turn($a, $b, $point) > 0 !== $isAbove);
            }
        }

        return $inside ? 1 : -1;
    }

    /**
     * @param Point $point
     * @param array{Point, Point} $side
     */
    private static function liesOn(array $point, array $side): bool
    {
        [$a, $b] = $side;
        foreach ([0, 1] as $axis) {
            $low = $a[$axis]->isLessThan($b[$axis]) ? $a[$axis] : $b[$axis];
            $high = $a[$axis]->isLessThan($b[$axis]) ? $b[$axis] : $a[$axis];
            if ($point[$axis]->isLessThan($low) || $point[$axis]->isGreaterThan($high)) {
                return false;
            }
        }

        return 0 === self::turn($a, $b, $point);
    }

    /**
     * @param Point $a
     * @param Point $b
     * @param Point $c
     * @param Point $d
     *
     * @return bool whether the sides a–b and c–d share a point
     */
    private static function meet(array $a, array $b, array $c, array $d): bool
    {
        if (
            self::liesOn($a, [$c, $d]) ||
            self::liesOn($b, [$c, $d]) ||
            self::liesOn($c, [$a, $b]) ||
            self::liesOn($d, [$a, $b])
        ) {
            return true;
        }

        return self::turn($a, $b, $c) !== self::turn($a, $b, $d) && self::turn($c, $d, $a) !== self::turn($c, $d, $b);
    }

    /**
     * @param Point $a
     * @param Point $b
     * @param Point $c
     *
     * @return int the sign of the turn from a over b to c; 0 where they lie on one line
     */
    private static function turn(array $a, array $b, array $c): int
    {
        return $b[0]
            ->minus($a[0])
            ->multipliedBy($c[1]->minus($a[1]))
            ->minus($b[1]->minus($a[1])->multipliedBy($c[0]->minus($a[0])))
            ->getSign();
    }

    /**
     * @param list<Point> $points
     *
     * @return list<array{Point, Point}>
     */
    private static function sides(array $points): array
    {
        $sides = [];
        foreach ($points as $i => $point) {
            $next = $points[$i + 1] ?? $points[0];
            if (!$point[0]->isEqualTo($next[0]) || !$point[1]->isEqualTo($next[1])) {
                $sides[] = [$point, $next];
            }
        }

        return $sides;
    }

    /**
     * @param list<array{BigDecimal, BigDecimal}> $points
     *
     * @return list<Point>
     */
    private static function exact(array $points): array
    {
        return array_map(static fn(array $p): array => [$p[0]->toBigRational(), $p[1]->toBigRational()], $points);
    }
}
