<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Price\Spread\PriceParts;
use Ithrel\Core\Price\Spread\PriceTrack;
use Ithrel\Core\Price\Spread\Slot;
use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Groups;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;

/**
 * Two setups laid out beside each other: the diagrams of both, their cells in one order, and which of them hang
 * together.
 */
final readonly class Pairing
{
    public Alignment $alignment;

    /** @var list<Diagram> of the first setup, by component */
    private array $own;

    /** @var list<Diagram> of the second */
    private array $foreign;

    /** Whether anything is selectable in both, as far as no decision has a share in it. */
    public bool $isPossible;

    /**
     * @throws TooLarge
     */
    public function __construct(public Reach $base, public Reach $other)
    {
        $this->alignment = new Alignment($base->board, $other->board);
        $own = $foreign = [];
        foreach (array_keys($base->components) as $c) {
            $own[] = $base->inDisplayOrder($c);
        }
        foreach (array_keys($other->components) as $c) {
            $foreign[] = $other->inOrder($c, $this->alignment->otherOrder);
        }
        $this->own = $own;
        $this->foreign = $foreign;
        $this->isPossible = 0 !== gmp_sign($base->selectable()) && 0 !== gmp_sign($other->selectable());
    }

    /**
     * The combinations that both share, by groups that have nothing to do with one another.
     *
     * @param array{PriceParts, PriceParts, PriceGap, bool}|null $prices parts of the price of each, how they are
     *                                                                   compared, and whether the
     *                                                                   dearest inputs count
     *
     * @return list<JointGraph>
     */
    public function graphs(?array $prices = null): array
    {
        $groups = new Groups(count($this->own) + count($this->foreign));
        $ownOf = self::componentOf($this->own, 0);
        $foreignOf = self::componentOf($this->foreign, count($this->own));
        $variablesOf = [];
        foreach ($this->alignment->variables as $variable) {
            if (null !== $variable->base && null !== $variable->other) {
                $groups->join($ownOf[$variable->base], $foreignOf[$variable->other]);
            }
        }
        $slots = [];
        foreach (
            null === $prices ? [] : [[$prices[0], $ownOf], [$prices[1], $foreignOf]]
            as $side => [$parts, $componentOf]
        ) {
            foreach ($parts->slots as $slot) {
                $cells = self::cellsOf($slot, $parts);
                foreach ($cells as $cell) {
                    $groups->join($componentOf[$cells[0]], $componentOf[$cell]);
                }
                if ([] !== $cells) {
                    $slots[$side][] = [$componentOf[$cells[0]], $slot];
                }
            }
        }
        foreach ($this->alignment->variables as $variable) {
            $member = null === $variable->base ? $foreignOf[$variable->other ?? 0] : $ownOf[$variable->base];
            $variablesOf[$groups->of($member)][] = $variable;
        }
        $graphs = [];
        foreach ($variablesOf as $group => $variables) {
            $sides = [];
            foreach (
                [[$this->own, 0, 'base'], [$this->foreign, count($this->own), 'other']]
                as $side => [$diagrams, $first, $cellName]
            ) {
                $mine = array_filter(
                    $diagrams,
                    static fn(int $c): bool => $groups->of($first + $c) === $group,
                    ARRAY_FILTER_USE_KEY,
                );
                $cells = array_values(
                    array_filter(array_map(static fn(Variable $v): ?int => $v->{$cellName}, $variables), is_int(...)),
                );
                $track = null;
                if (null !== $prices) {
                    $bound = array_filter(
                        $slots[$side] ?? [],
                        static fn(array $s): bool => $groups->of($s[0]) === $group,
                    );
                    $track = new PriceTrack(
                        $prices[$side],
                        array_map(static fn(array $s): Slot => $s[1], array_values($bound)),
                        $cells,
                        $prices[3],
                    );
                }
                $sides[] = new JointSide(array_values($mine), $cells, $track);
            }
            $graphs[] = new JointGraph($variables, $sides[0], $sides[1], $prices[2] ?? null);
        }

        return $graphs;
    }

    /**
     * Counts of the first setup alone, by component, below nodes of its diagrams.
     *
     * @return list<Diagram>
     */
    public function baseDiagrams(): array
    {
        return $this->own;
    }

    /**
     * @return list<int>
     */
    private static function cellsOf(Slot $slot, PriceParts $parts): array
    {
        $cells = array_keys($slot->cells());
        if ($slot->needsBase() && null !== $parts->base) {
            array_push($cells, ...array_keys($parts->base->cells()));
        }

        return $cells;
    }

    /**
     * @param list<Diagram> $diagrams
     *
     * @return array<int, int> cell => its component
     */
    private static function componentOf(array $diagrams, int $first): array
    {
        $of = [];
        foreach ($diagrams as $c => $diagram) {
            $of += array_fill_keys($diagram->cells, $first + $c);
        }

        return $of;
    }
}
