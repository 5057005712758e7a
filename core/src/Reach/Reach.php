<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Setup\Setup;

/**
 * What can be selected, counted exactly: the compiled meaning of section 4 of the setup document.
 *
 * Long, as it is the front of its folder: a method a question, most of one line.
 */
final class Reach
{
    public readonly Board $board;

    public readonly Partition $parts;

    public readonly Compilation $compilation;

    /** @var list<Component> */
    public readonly array $components;

    /** @var list<CircleReach> */
    public readonly array $circleGroups;

    private ?\GMP $offered = null;

    private ?\GMP $selectable = null;

    private ?DiagramFacts $facts = null;

    private ?WhereCounts $where = null;
    private ?GuardCounts $guards = null;

    private ?TrapCounts $trapCounts = null;

    /**
     * @param bool $asIfClicksMissedNothing whether circles are passed over, so that every consistent state
     *                                      counts
     * @param KeptDiagrams|null $kept what was compiled before, of this and other documents
     */
    public function __construct(
        public readonly Setup $setup,
        bool $asIfClicksMissedNothing = false,
        ?KeptDiagrams $kept = null,
    ) {
        $this->board = new Board($setup);
        $this->parts = new Partition($this->board, $setup, $asIfClicksMissedNothing, $kept);
        $this->compilation = new Compilation($this->board, $this->parts, $kept);
        $this->components = $this->parts->components;
        $this->circleGroups = $this->parts->circleGroups;
    }

    private function facts(): DiagramFacts
    {
        return $this->facts ??= new DiagramFacts($this);
    }

    private function guards(): GuardCounts
    {
        return $this->guards ??= new GuardCounts($this, $this->where());
    }

    private function where(): WhereCounts
    {
        return $this->where ??= new WhereCounts($this);
    }

    private function trapCounts(): TrapCounts
    {
        return $this->trapCounts ??= new TrapCounts($this);
    }

    /**
     * The components with their diagrams, compiled when first asked for: in walk order, or where that asks for too
     * much, in an order that asks for less.
     *
     * @return list<Component>
     *
     * @throws TooLarge
     */
    public function compiled(): array
    {
        return $this->compilation->compiled();
    }

    /**
     * Why something is not known of this setup; null where everything is.
     */
    public function trouble(): ?TooLarge
    {
        return $this->compilation->trouble();
    }

    /** Whether the item itself, and every combination's row where rows ask nothing, is in stock. */
    public function isItemStocked(): bool
    {
        return $this->parts->isItemStocked;
    }

    /** Whether anything can be complete, as far as no component decides it. */
    public function isPossible(): bool
    {
        return $this->parts->isPossible;
    }

    public function offered(): \GMP
    {
        return $this->offered ??= $this->product(false);
    }

    public function selectable(): \GMP
    {
        return $this->selectable ??= $this->product(true);
    }

    private function product(bool $stocked): \GMP
    {
        $count = gmp_init($this->parts->isPossible && (!$stocked || $this->parts->isItemStocked) ? 1 : 0);
        foreach ($this->compiled() as $component) {
            $count = gmp_mul($count, Diagram::root($component->choices, $stocked));
        }

        return $count;
    }

    public function deadEnds(): \GMP
    {
        return gmp_sub($this->offered(), $this->selectable());
    }

    /** Complete states, told apart by choices and by those inputs that a condition of the page asks. */
    public function completeStates(): \GMP
    {
        $count = gmp_init($this->parts->isPossible ? 1 : 0);
        foreach ($this->compiled() as $component) {
            $count = gmp_mul($count, Diagram::root($component->diagram, false));
        }

        return $count;
    }

    /**
     * Values of choices that are in no selectable combination, in display order.
     *
     * @return list<array{option: int, value: int, offered: bool}>
     */
    public function deadValues(): array
    {
        return $this->facts()->deadValues();
    }

    /**
     * Options shown in no complete state, in display order.
     *
     * @return list<int>
     */
    public function deadOptions(): array
    {
        return $this->facts()->deadOptions();
    }

    /** Whether every complete state shows an option, so far as its condition is settled when its turn comes. */
    public function isAlwaysShown(int $option): bool
    {
        return $this->facts()->isAlwaysShown($option);
    }

    /** Whether a value's own condition holds in every complete state that shows its option. */
    public function isAlwaysAllowed(int $option, int $value): bool
    {
        return $this->facts()->isAlwaysAllowed($option, $value);
    }

    /**
     * Rows with enough stock of their own that no selectable combination matches.
     *
     * @return list<int>
     */
    public function idleRows(): array
    {
        return $this->facts()->idleRows();
    }

    /** Selectable combinations that break at least one guard. */
    public function wrongSales(): \GMP
    {
        return $this->guards()->wrongSales();
    }

    /**
     * For each guard the selectable combinations that break it.
     *
     * @return array<int, \GMP> by guard
     */
    public function brokenGuards(): array
    {
        return $this->guards()->broken();
    }

    /**
     * Combinations in which the proposition holds for some inputs, among the selectable ones.
     *
     * @throws TooLarge
     */
    public function countWhere(int $p): \GMP
    {
        return $this->where()->countWhere($p);
    }

    /**
     * Guards that share a component, looked at together.
     *
     * @return list<array{list<int>, list<int>, int}>|null components, inputs that only guards ask, and the
     *                                                     proposition that a guard is broken; null where one always is
     */
    public function guardClusters(): ?array
    {
        return $this->guards()->clusters();
    }

    /**
     * A proposition, and that what is typed into inputs of some components stays as it is.
     *
     * @param list<int> $components
     * @param array<int, int> $typed cell of an input => letter
     */
    public function withTyped(int $p, array $components, array $typed): int
    {
        return $this->where()->withTyped($p, $components, $typed);
    }

    /**
     * A selectable combination with the fewest answers in which a proposition holds for some inputs.
     *
     * @param bool $whole whether options are answered too that do not hang together with the proposition
     */
    public function exampleWhere(int $p, bool $whole = true): ?State
    {
        return $this->where()->exampleWhere($p, $whole);
    }

    /**
     * Whether some complete state that clicks reach keeps a proposition.
     *
     * @throws TooLarge
     */
    public function isOfferedWhere(int $p): bool
    {
        return $this->where()->isOfferedWhere($p);
    }

    /**
     * The offered combination with the fewest answers in which a proposition holds for some inputs; of several the
     * first in listing order.
     *
     * @throws TooLarge
     */
    public function fewestOffered(int $p): ?State
    {
        return $this->where()->fewestOffered($p);
    }

    /**
     * The stocked combinations of some components in which a proposition holds for some inputs.
     *
     * @param list<int> $components
     * @param list<int> $inputs further inputs that the proposition asks
     * @param bool $displayed whether the cells stand in display order, else in walk order
     *
     * @throws TooLarge
     */
    public function stockedWhere(array $components, array $inputs, int $p, bool $displayed): Diagram
    {
        return $this->where()->stockedWhere($components, $inputs, $p, $displayed);
    }

    /** How many trails are traps. */
    public function traps(): \GMP
    {
        return $this->trapCounts()->traps();
    }

    /**
     * The traps by the option whose answer closes them and by cause, in walk order.
     *
     * @return array<int, array<string, \GMP>> option => cause (TrapCause) => traps, none left out that has any
     */
    public function trapsByCause(): array
    {
        return $this->trapCounts()->trapsByCause();
    }

    /**
     * Trails that end in traps of one option and cause, each with the answers of the options that hang together with
     * it.
     *
     * @return iterable<array{State, list<int>}> answers, and the options of the trail in walk order
     */
    public function trapTrails(int $option, TrapCause $cause): iterable
    {
        return $this->trapCounts()->trapTrails($option, $cause);
    }

    /**
     * A component's combinations with their cells in display order.
     *
     * @param array<int, int> $typed cell of an input => the letter that it has to hold
     *
     * @throws TooLarge
     */
    public function inDisplayOrder(int $component, array $typed = []): Diagram
    {
        return $this->inOrder($component, [], $typed);
    }

    /**
     * A component's combinations with their options in an order of one's own.
     *
     * @param array<int, int> $rank option => where it stands; display order where it is empty
     * @param array<int, int> $typed see inDisplayOrder()
     *
     * @throws TooLarge
     */
    public function inOrder(int $component, array $rank, array $typed = []): Diagram
    {
        $this->compiled();
        $c = $this->components[$component];
        $choices = $c->choices ?? throw new \LogicException('The component is not compiled.');
        $options = $c->options;
        usort($options, static fn(int $a, int $b): int => [$rank[$a] ?? 0, $a] <=> [$rank[$b] ?? 0, $b]);
        $wanted = [];
        foreach ($options as $option) {
            array_push($wanted, ...$this->board->isInput($option) ? [] : $this->board->cellsOf[$option]);
        }
        $must = $this->withTyped($c->must, [$component], $typed);
        if ($choices->cells === $wanted && $must === $c->must) {
            return $choices;
        }

        return Projection::of(
            $this->board,
            Compiler::compile($this->board, $options, $must, [], $this->compilation->automata($c->circles, $options)),
        );
    }
}
