<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Setup\Setup;

/**
 * The options of a setup parted into components that do not hang together: what can be answered in one has nothing to
 * do with another, so counts multiply.
 */
final readonly class Partition
{
    /** @var list<Component> */
    public array $components;

    /** @var array<int, int> option => component */
    public array $componentOf;

    /** @var list<CircleReach> */
    public array $circleGroups;

    /** Why it is not known what clicks reach in some circle; then nothing that hangs on clicks is known. */
    public ?TooLarge $unwalked;

    /** Whether anything can be complete at all, beyond the components. */
    public bool $isPossible;

    /** Whether the item itself, and every combination's row where rows ask nothing, is in stock. */
    public bool $isItemStocked;

    public function __construct(private Board $board, Setup $setup, bool $asIfClicksMissedNothing, ?KeptDiagrams $kept)
    {
        $groups = $this->joined($setup);
        [$this->circleGroups, $this->unwalked] = $asIfClicksMissedNothing ? [[], null] : $this->circleGroups($kept);
        foreach ($this->circleGroups as $circle) {
            foreach ($circle->misses ? $circle->options : [] as $option) {
                $groups->join($circle->options[0], $option);
            }
        }
        $possible = true;
        $members = $musts = $watch = [];
        foreach ($board->dependencies->walk as $index) {
            $option = $setup->options[$index];
            $group = $groups->of($index);
            if ($this->takesPart($index)) {
                $members[$group][] = $index;
            } elseif ($option->required && $board->isUnfillable($option)) {
                $must = $board->props->not($board->shown[$index]);
                $possible = $possible && Propositions::FALSE !== $must;
                $musts[$group][] = $must;
            }
            if (!$this->takesPart($index) || isset($board->dependencies->circleOf[$index])) {
                $watch[$group][] = $board->shown[$index];
            }
        }
        $this->isPossible = $possible;
        $components = $componentOf = [];
        foreach ($members as $group => $options) {
            $circles = array_values(
                array_filter(
                    $this->circleGroups,
                    static fn(CircleReach $c): bool => $c->misses && $groups->of($c->options[0]) === $group,
                ),
            );
            $componentOf += array_fill_keys($options, count($components));
            $components[] = new Component(
                $options,
                $circles,
                $board->props->all($musts[$group] ?? []),
                $watch[$group] ?? [],
            );
        }
        [$this->components, $this->componentOf] = [$components, $componentOf];
        $this->isItemStocked = $setup->isEnough($setup->item->stock) && !$this->isRowless($setup);
    }

    /** Options that ask one another, or stand in one table of rows. */
    private function joined(Setup $setup): Groups
    {
        $board = $this->board;
        $groups = new Groups(count($setup->options));
        foreach ($setup->options as $option) {
            foreach ([$board->shown[$option->index], ...$board->allowed[$option->index]] as $p) {
                foreach (array_keys($board->props->cellsOf($p)) as $cell) {
                    $groups->join($option->index, $board->cells[$cell]->option);
                }
            }
        }
        $by = null;
        foreach ($setup->variants->by ?? [] as $code) {
            $option = $setup->option($code);
            if (null !== $option) {
                $by ??= $option->index;
                $groups->join($by, $option->index);
            }
        }

        return $groups;
    }

    /** Whether rows ask nothing that is answered, and the one that is always met is not there or sold out. */
    private function isRowless(Setup $setup): bool
    {
        $trie = null === $setup->variants ? null : new RowTrie($this->board, array_keys($this->board->cells));

        return null !== $trie &&
            [] === $trie->cells &&
            (null === $trie->only || !$setup->isEnough($setup->variants->rows[$trie->only]->stock));
    }

    /** Whether an option takes part in the counting: choices, and inputs that a condition of the page asks. */
    private function takesPart(int $option): bool
    {
        return [] !== $this->board->cellsOf[$option] &&
            (!$this->board->isInput($option) || isset($this->board->asked[$option]));
    }

    /**
     * Circles that share something they depend on are looked at together.
     *
     * @return array{list<CircleReach>, TooLarge|null} with why it is not known what clicks reach in some circle
     */
    private function circleGroups(?KeptDiagrams $kept): array
    {
        $unwalked = null;
        $dependencies = $this->board->dependencies;
        $cones = [];
        foreach ($dependencies->circles as $circle) {
            $cone = array_fill_keys($circle, true);
            $queue = $circle;
            while (null !== ($option = array_pop($queue))) {
                foreach ($dependencies->of[$option] as $on) {
                    if (!isset($cone[$on])) {
                        $cone[$on] = true;
                        $queue[] = $on;
                    }
                }
            }
            foreach ($cones as $i => $other) {
                if ([] !== array_intersect_key($cone, $other)) {
                    $cone += $other;
                    unset($cones[$i]);
                }
            }
            $cones[] = $cone;
        }
        $groups = [];
        foreach (array_values($cones) as $n => $cone) {
            ksort($cone);
            try {
                $known = $kept?->getOwn('circle-' . $n);
                $trouble = TooLarge::fromPlain($known);
                if (null !== $trouble) {
                    throw $trouble;
                }
                $groups[] = $circle = new CircleReach($this->board, array_keys($cone), $known);
                if (null === $known) {
                    $kept?->putOwn('circle-' . $n, $circle->toPlain());
                }
            } catch (TooLarge $e) {
                $unwalked = $e;
                $kept?->putOwn('circle-' . $n, $e->toPlain());
            }
        }

        return [$groups, $unwalked];
    }
}
