<?php

declare(strict_types=1);

namespace Ithrel\Core\Finding\Pass;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;
use Ithrel\Core\Finding\Finding;
use Ithrel\Core\Finding\Pass;
use Ithrel\Core\Finding\Severity;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\View\Shapes;
use Ithrel\Core\Setup\View\View;
use Ithrel\Core\Setup\View\ViewPlace;

/**
 * place.nowhere, place.open, place.outside, place.overlap and place.pixels: places of pictures that do not fit their
 * picture, one another, or what is put on them.
 */
final class Places implements Pass
{
    public function find(Reach $reach): iterable
    {
        $views = $reach->setup->views;
        yield from $this->taking($reach->setup);
        foreach ($views as $view) {
            yield from $this->lying($view);
            foreach ($reach->setup->options as $option) {
                yield from $this->pixels($option, $view);
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function taking(Setup $setup): iterable
    {
        $places = $setup->places();
        $named = array_filter($places, static fn(ViewPlace $p): bool => null !== $p->takes && [] !== $p->takes);
        if ([] === $named) {
            return;
        }
        foreach ($places as $place) {
            if (null === $place->takes) {
                yield new Finding(
                    'place.open',
                    Severity::Warning,
                    $place->at,
                    sprintf(
                        '%s takes any text and file, while other places name what they take. Name what belongs here.',
                        $place->label,
                    ),
                    ['place' => $place->code],
                );
            }
        }
        foreach ($setup->options as $option) {
            $isPlaceable = Kind::Text === $option->kind || Kind::File === $option->kind;
            if ($isPlaceable && [] === $setup->placesFor($option)) {
                yield new Finding(
                    'place.nowhere',
                    Severity::Warning,
                    $option->at,
                    sprintf(
                        'No place of any picture takes %s, so a shopper never sees it there. If it belongs on ' .
                            'one, name it there.',
                        $option->name(),
                    ),
                    ['option' => $option->code],
                );
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function lying(View $view): iterable
    {
        foreach ($view->places as $i => $place) {
            [$left, $top, $right, $bottom] = $place->area->bounds();
            if (
                $left->isNegative() ||
                $top->isNegative() ||
                $right->isGreaterThan(100) ||
                $bottom->isGreaterThan(100)
            ) {
                yield new Finding(
                    'place.outside',
                    Severity::Blocker,
                    $place->at,
                    sprintf(
                        '%s leaves the picture %s: what is put there is cut off. Move it inside.',
                        $place->label,
                        $view->label,
                    ),
                    ['view' => $view->code, 'place' => $place->code],
                );
            }
            foreach (array_slice($view->places, $i + 1) as $other) {
                if (Shapes::overlap($place->area, $other->area)) {
                    yield new Finding(
                        'place.overlap',
                        Severity::Warning,
                        $other->at,
                        sprintf(
                            '%s and %s lie on one another on the picture %s: what is put on one covers the other.',
                            $place->label,
                            $other->label,
                            $view->label,
                        ),
                        ['view' => $view->code, 'places' => [$place->code, $other->code]],
                    );
                }
            }
        }
    }

    /**
     * @return iterable<Finding>
     */
    private function pixels(Option $option, View $view): iterable
    {
        if (
            null === $option->file ||
            !self::isPicture($option->file->types) ||
            null === $view->width ||
            null === $view->height
        ) {
            return;
        }
        foreach ($view->places as $place) {
            [$left, $top, $right, $bottom] = $place->area->bounds();
            $width = $right->minus($left)->multipliedBy($view->width)->multipliedBy('0.01');
            $height = $bottom->minus($top)->multipliedBy($view->height)->multipliedBy('0.01');
            $isNarrow = $width->isGreaterThan($option->file->minWidth ?? 0);
            if (!$place->takes($option) || (!$isNarrow && !$height->isGreaterThan($option->file->minHeight ?? 0))) {
                continue;
            }
            $size = self::whole($width) . ' × ' . self::whole($height);
            $least =
                null === $option->file->minWidth && null === $option->file->minHeight
                    ? 'no least pixels are set'
                    : sprintf(
                        '%d × %d pixels are enough for it',
                        $option->file->minWidth ?? 1,
                        $option->file->minHeight ?? 1,
                    );
            yield new Finding(
                'place.pixels',
                Severity::Warning,
                $option->at,
                sprintf(
                    'A picture given as %s can be smaller than its place, %s of %s (%s pixels): %s, and it is ' .
                        'blown up.',
                    $option->name(),
                    $place->label,
                    $view->label,
                    $size,
                    $least,
                ),
                [
                    'option' => $option->code,
                    'view' => $view->code,
                    'place' => $place->code,
                    'width' => self::whole($width),
                    'height' => self::whole($height),
                ],
            );
        }
    }

    /**
     * @param list<string>|null $types
     */
    private static function isPicture(?array $types): bool
    {
        return null === $types ||
            [] !==
                array_filter(
                    $types,
                    static fn(string $type): bool => str_starts_with(strtolower($type), 'image/') || '*/*' === $type,
                );
    }

    private static function whole(BigDecimal $pixels): string
    {
        return (string) $pixels->toScale(0, RoundingMode::Up);
    }
}
