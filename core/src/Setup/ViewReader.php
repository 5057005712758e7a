<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup;

use Brick\Math\BigDecimal;
use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Problem;
use Ithrel\Core\Setup\View\Area;
use Ithrel\Core\Setup\View\Shapes;
use Ithrel\Core\Setup\View\View;
use Ithrel\Core\Setup\View\ViewPlace;

/**
 * Reads the views of a document: pictures with places for texts and files.
 */
final class ViewReader
{
    /** @var list<Problem> */
    public array $problems = [];

    /**
     * @param list<Place> $views
     *
     * @return list<View>
     */
    public function read(array $views): array
    {
        $read = [];
        foreach ($views as $view) {
            $places = array_map($this->place(...), $view->objects('places'));
            $pixels = $view->object('pixels');
            $code = $view->text('code');
            $read[] = new View(
                $view->at,
                $code,
                $view->text('label', $code),
                $view->optional('image'),
                $pixels->whole('width'),
                $pixels->whole('height'),
                $places,
            );
        }

        return $read;
    }

    private function place(Place $place): ViewPlace
    {
        $shape = $place->text('shape', 'box');
        if ('polygon' === $shape) {
            $points = array_map(
                static fn(array $p): array => [BigDecimal::of($p[0]), BigDecimal::of($p[1])],
                $place->pairs('points'),
            );
            $area = new Area('polygon', $points);
            if (Shapes::crossesItself($points)) {
                $this->problems[] = new Problem(
                    $place->at('points'),
                    'The sides of this polygon cross or touch one another.',
                );
            }
        } else {
            $box = $place->object('box');
            $zero = BigDecimal::zero();
            $area = Area::box(
                $shape,
                $box->decimal('x') ?? $zero,
                $box->decimal('y') ?? $zero,
                $box->decimal('width') ?? $zero,
                $box->decimal('height') ?? $zero,
            );
        }
        $code = $place->text('code');

        return new ViewPlace(
            $place->at,
            $code,
            $place->text('label', $code),
            $area,
            $place->has('takes') ? $place->texts('takes') : null,
            $place->whole('most'),
            $place->texts('fixed'),
        );
    }
}
