<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\View;

use Brick\Math\BigDecimal;

/**
 * Where a place lies on its picture, in per cent of it from its upper left corner: a box, the ellipse within a box, or
 * a polygon.
 */
final readonly class Area
{
    /**
     * @param 'box'|'ellipse'|'polygon' $shape
     * @param list<array{BigDecimal, BigDecimal}> $points of a polygon; of a box its corners, also those around an
     *                                                    ellipse
     */
    public function __construct(public string $shape, public array $points) {}

    public static function box(string $shape, BigDecimal $x, BigDecimal $y, BigDecimal $width, BigDecimal $height): self
    {
        $right = $x->plus($width);
        $bottom = $y->plus($height);

        return new self('ellipse' === $shape ? 'ellipse' : 'box', [
            [$x, $y],
            [$right, $y],
            [$right, $bottom],
            [$x, $bottom],
        ]);
    }

    /**
     * The box around it.
     *
     * @return array{BigDecimal, BigDecimal, BigDecimal, BigDecimal} left, top, right, bottom
     */
    public function bounds(): array
    {
        $zero = BigDecimal::zero();
        $xs = [] === $this->points ? [$zero] : array_column($this->points, 0);
        $ys = [] === $this->points ? [$zero] : array_column($this->points, 1);

        return [BigDecimal::min(...$xs), BigDecimal::min(...$ys), BigDecimal::max(...$xs), BigDecimal::max(...$ys)];
    }
}
