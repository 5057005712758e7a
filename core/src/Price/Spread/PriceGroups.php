<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Groups;
use Ithrel\Core\Reach\Reach;

/**
 * Which components of the diagram have to be looked at together, because some part of the price hangs on several.
 */
final readonly class PriceGroups
{
    /** @var array<int, non-empty-list<Diagram>> group => diagrams of choices */
    public array $diagrams;

    /** @var array<int, list<Slot>> group => parts of the price that hang on its choices */
    public array $slots;

    /** @var list<Slot> parts of the price that hang on no choice */
    public array $free;

    /** @var array<int, int> cell => group */
    public array $of;

    public function __construct(Reach $reach, PriceParts $parts)
    {
        $components = $reach->compiled();
        $componentOf = [];
        foreach ($components as $c => $component) {
            foreach ($component->choices->cells ?? [] as $cell) {
                $componentOf[$cell] = $c;
            }
        }
        $groups = new Groups(count($components));
        $bound = $free = [];
        foreach ($parts->slots as $slot) {
            $cells = array_keys($slot->cells());
            if ($slot->needsBase() && null !== $parts->base) {
                array_push($cells, ...array_keys($parts->base->cells()));
            }
            foreach ($cells as $cell) {
                $groups->join($componentOf[$cells[0]], $componentOf[$cell]);
            }
            if ([] === $cells) {
                $free[] = $slot;
            } else {
                $bound[] = [$componentOf[$cells[0]], $slot];
            }
        }
        $diagrams = $slots = [];
        foreach ($components as $c => $component) {
            if (null !== $component->choices) {
                $diagrams[$groups->of($c)][] = $component->choices;
            }
        }
        foreach ($bound as [$c, $slot]) {
            $slots[$groups->of($c)][] = $slot;
        }
        $this->diagrams = $diagrams;
        $this->slots = $slots;
        $this->free = $free;
        $this->of = array_map($groups->of(...), $componentOf);
    }
}
