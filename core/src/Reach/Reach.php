<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * What can be selected, counted exactly: the compiled meaning of section 4 of the setup document.
 */
final class Reach
{
    public readonly Board $board;

    /** @var list<Component> */
    public readonly array $components;

    /** @var list<CircleReach> */
    public readonly array $circleGroups;

    /** Whether anything can be complete at all, beyond the components. */
    private readonly bool $possible;

    private readonly bool $itemStocked;

    /** @var array<int, int> option => component */
    private array $componentOf = [];

    private ?\GMP $offered = null;

    private ?\GMP $selectable = null;

    private ?\GMP $wrong = null;

    private ?\GMP $traps = null;

    /** @var array<int, int>|null cell => letter of a selectable state with the fewest answers */
    private ?array $fewest = null;

    /** Why it is not known what clicks reach in some circle; then nothing that hangs on clicks is known. */
    private ?TooLarge $unwalked = null;

    /** @var array<int, \GMP>|null */
    private ?array $broken = null;

    /** @var array{int, Diagram}|null */
    private ?array $last = null;

    /** @var list<Traps>|null */
    private ?array $walks = null;

    /** @var array<int, int>|null option => its position in the walk */
    private ?array $walked = null;

    /**
     * @param bool $asIfClicksMissedNothing whether circles are passed over, so that every consistent state
     *                                      counts
     * @param KeptDiagrams|null $kept what was compiled before, of this and other documents
     */
    public function __construct(
        public readonly Setup $setup,
        bool $asIfClicksMissedNothing = false,
        private readonly ?KeptDiagrams $kept = null,
    ) {
        $this->board = new Board($setup);
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
        $this->circleGroups = $asIfClicksMissedNothing ? [] : $this->circleGroups();
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
        $this->possible = $possible;
        $components = [];
        foreach ($members as $group => $options) {
            $circles = array_values(
                array_filter(
                    $this->circleGroups,
                    static fn(CircleReach $c): bool => $c->misses && $groups->of($c->options[0]) === $group,
                ),
            );
            foreach ($options as $option) {
                $this->componentOf[$option] = count($components);
            }
            $components[] = new Component(
                $options,
                $circles,
                $board->props->all($musts[$group] ?? []),
                $watch[$group] ?? [],
            );
        }
        $this->components = $components;
        $trie = null === $setup->variants ? null : new RowTrie($board, array_keys($board->cells));
        $rowless =
            null !== $trie &&
            [] === $trie->cells &&
            (null === $trie->only || !$setup->isEnough($setup->variants->rows[$trie->only]->stock));
        $this->itemStocked = $setup->isEnough($setup->item->stock) && !$rowless;
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
        $this->askOfClicks();
        foreach ($this->components as $c => $component) {
            if (null !== $component->diagram) {
                continue;
            }
            $component->trouble ??= TooLarge::fromPlain($this->kept?->getOwn('trouble-' . $c));
            if (null === $component->trouble) {
                try {
                    $this->compileOrTake($c, $component);
                    continue;
                } catch (TooLarge $e) {
                    $component->trouble = $e;
                }
                try {
                    $this->compile($component, NarrowOrder::of($this->board, $component->options));
                    continue;
                } catch (TooLarge) {
                    // What the walk order says of the options is told.
                    $this->kept?->putOwn('trouble-' . $c, $component->trouble?->toPlain() ?? []);
                }
            }
            throw $component->trouble ?? new \LogicException('A component that cannot be compiled says why.');
        }

        return $this->components;
    }

    /**
     * Why something is not known of this setup; null where everything is.
     */
    public function trouble(): ?TooLarge
    {
        try {
            foreach ($this->compiled() as $component) {
                if (null !== $component->trouble) {
                    return $component->trouble;
                }
            }
        } catch (TooLarge $e) {
            return $e;
        }

        return null;
    }

    /**
     * @throws TooLarge
     */
    private function compileOrTake(int $c, Component $component): void
    {
        $kept = $this->kept;
        if (null === $kept) {
            $this->compile($component, $component->options);

            return;
        }
        if ([] !== $component->circles) {
            // What clicks reach in circles hangs on more than a print tells.
            $own = $kept->getOwn('component-' . $c);
            if (is_array($own[0] ?? null) && is_array($own[1] ?? null)) {
                $component->diagram = Diagram::fromPlain($own[0]);
                $component->choices = Diagram::fromPlain($own[1]);

                return;
            }
            $this->compile($component, $component->options);
            if (null !== $component->diagram && null !== $component->choices) {
                $kept->putOwn('component-' . $c, [$component->diagram->toPlain(), $component->choices->toPlain()]);
            }

            return;
        }
        $print = new ComponentPrint($this->board, $component);
        $found = $kept->get($print->print);
        if (null === $found) {
            $this->compile($component, $component->options);
            if (null !== $component->diagram && null !== $component->choices) {
                $kept->put($print->print, [$print->toLocal($component->diagram), $print->toLocal($component->choices)]);
            }

            return;
        }
        $component->diagram = $print->toGlobal($found[0]);
        $component->choices = $print->toGlobal($found[1]);
    }

    /**
     * @param list<int> $order of its options
     */
    private function compile(Component $component, array $order): void
    {
        $diagram = Compiler::compile(
            $this->board,
            $order,
            $component->must,
            $component->watch,
            $this->automata($component->circles, $order),
            $order === $component->options,
        );
        $component->choices = Projection::of($this->board, $diagram);
        $component->diagram = $diagram;
    }

    /** Whether the item itself, and every combination's row where rows ask nothing, is in stock. */
    public function isItemStocked(): bool
    {
        return $this->itemStocked;
    }

    /** Whether anything can be complete, as far as no component decides it. */
    public function isPossible(): bool
    {
        return $this->possible;
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
        $count = gmp_init($this->possible && (!$stocked || $this->itemStocked) ? 1 : 0);
        foreach ($this->compiled() as $component) {
            $count = gmp_mul($count, self::root($component->choices, $stocked));
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
        $count = gmp_init($this->possible ? 1 : 0);
        foreach ($this->compiled() as $component) {
            $count = gmp_mul($count, self::root($component->diagram, false));
        }

        return $count;
    }

    /** Selectable combinations that break at least one guard. */
    public function wrongSales(): \GMP
    {
        return $this->wrong ??= $this->countWrong();
    }

    /**
     * For each guard the selectable combinations that break it.
     *
     * @return array<int, \GMP> by guard
     */
    public function brokenGuards(): array
    {
        if (null === $this->broken) {
            $this->broken = [];
            foreach ($this->board->guards as $guard => $p) {
                $this->broken[$guard] = $this->countWhere($this->board->props->not($p));
            }
        }

        return $this->broken;
    }

    /**
     * Values of choices that are in no selectable combination, in display order.
     *
     * @return list<array{option: int, value: int, offered: bool}>
     */
    public function deadValues(): array
    {
        $offered = $this->liveLetters(false);
        $selectable = $this->liveLetters(true);
        $dead = [];
        foreach ($this->setup->options as $option) {
            foreach ($option->values as $value) {
                $cell = $this->board->cellsOf[$option->index][Kind::Several === $option->kind ? $value->index : 0];
                $letter = Kind::Several === $option->kind ? 0 : $value->index;
                if (!isset($selectable[$cell][$letter])) {
                    $dead[] = [
                        'option' => $option->index,
                        'value' => $value->index,
                        'offered' => isset($offered[$cell][$letter]),
                    ];
                }
            }
        }

        return $dead;
    }

    /**
     * Options shown in no complete state, in display order.
     *
     * @return list<int>
     */
    public function deadOptions(): array
    {
        $live = [];
        $anything = 0 !== gmp_sign($this->offered());
        foreach ($anything ? $this->compiled() : [] as $component) {
            foreach ($component->diagram->watched ?? [] as $p => $nodes) {
                foreach (array_keys($nodes) as $node) {
                    if (!Diagram::isZero($component->diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                        $live[$p] = true;
                        break;
                    }
                }
            }
        }
        $dead = [];
        foreach ($this->setup->options as $option) {
            $p = $this->board->shown[$option->index];
            if (!$anything || (Propositions::TRUE !== $p && !isset($live[$p]))) {
                $dead[] = $option->index;
            }
        }

        return $dead;
    }

    /** Whether every complete state shows an option, so far as its condition is settled when its turn comes. */
    public function isAlwaysShown(int $option): bool
    {
        $p = $this->board->shown[$option];
        if (
            Propositions::TRUE === $p ||
            !isset($this->componentOf[$option]) ||
            isset($this->board->dependencies->circleOf[$option])
        ) {
            return Propositions::TRUE === $p;
        }
        $diagram = $this->compiled()[$this->componentOf[$option]]->diagram;
        foreach (array_keys($diagram->hiding[$p] ?? []) as $node) {
            if (!Diagram::isZero($diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                return false;
            }
        }

        return 0 !== gmp_sign($this->offered()) && isset($diagram->watched[$p]);
    }

    /** Whether a value's own condition holds in every complete state that shows its option. */
    public function isAlwaysAllowed(int $option, int $value): bool
    {
        $p = $this->board->allowed[$option][$value];
        $shown = $this->board->shown[$option];
        if ($p === $shown || Propositions::FALSE === $p || isset($this->board->dependencies->circleOf[$option])) {
            return $p === $shown && Propositions::FALSE !== $p;
        }
        $diagram = $this->compiled()[$this->componentOf[$option]]->diagram;
        foreach (array_keys($diagram->barring[$p] ?? []) as $node) {
            if (!Diagram::isZero($diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                return false;
            }
        }

        return 0 !== gmp_sign($this->offered()) && !in_array($option, $this->deadOptions(), true);
    }

    /**
     * A selectable combination with the fewest answers in which a proposition holds for some inputs.
     *
     * @param bool $whole whether options are answered too that do not hang together with the proposition
     */
    public function exampleWhere(int $p, bool $whole = true): ?State
    {
        if (0 === gmp_sign($this->selectable())) {
            return null;
        }
        [$components, $inputs] = $this->touched($p);
        $letters = [];
        if (Propositions::TRUE !== $p) {
            $where = $this->lastWhere($components, $inputs, $p);
            if (Diagram::isZero($where->selectable[0][0] ?? 0)) {
                return null;
            }
            $letters = $where->fewestAnswers($this->board->cells);
        }
        if (!$whole) {
            return $this->board->stateOfLetters($letters);
        }
        if (null === $this->fewest) {
            $this->fewest = [];
            foreach ($this->compiled() as $component) {
                $this->fewest += $component->choices?->fewestAnswers($this->board->cells) ?? [];
            }
        }
        $letters += $this->fewest;

        return $this->board->stateOfLetters($letters);
    }

    /**
     * Whether some complete state that clicks reach keeps a proposition.
     *
     * @throws TooLarge
     */
    public function isOfferedWhere(int $p): bool
    {
        if (Propositions::FALSE === $p || 0 === gmp_sign($this->offered())) {
            return false;
        }
        [$components, $inputs] = $this->touched($p);

        return Propositions::TRUE === $p ||
            !Diagram::isZero($this->where($components, $inputs, $p, false, false)->offered[0][0] ?? 0);
    }

    /**
     * The offered combination with the fewest answers in which a proposition holds for some inputs; of several the
     * first in listing order.
     *
     * @throws TooLarge
     */
    public function fewestOffered(int $p): ?State
    {
        if (!$this->isOfferedWhere($p)) {
            return null;
        }
        [$components, $inputs] = $this->touched($p);
        $letters =
            [] === $components
                ? []
                : FewestAnswers::in($this->where($components, $inputs, $p, true, false), $this->board->cells);
        foreach (array_diff(array_keys($this->components), $components) as $c) {
            $letters += FewestAnswers::in($this->inDisplayOrder($c), $this->board->cells);
        }

        return $this->board->stateOfLetters($letters);
    }

    /**
     * Rows with enough stock of their own that no selectable combination matches.
     *
     * @return list<int>
     */
    public function idleRows(): array
    {
        $met = [];
        $anything = 0 !== gmp_sign($this->selectable());
        foreach ($anything ? $this->compiled() : [] as $component) {
            foreach ($component->diagram->rows ?? [] as $row => $nodes) {
                foreach (array_keys($nodes) as $node) {
                    if (!Diagram::isZero($component->diagram->selectable[$node >> 32][$node & 0xffffffff] ?? 0)) {
                        $met[$row] = true;
                        break;
                    }
                }
            }
        }
        if ($anything && null !== $this->setup->variants) {
            $trie = new RowTrie($this->board, array_keys($this->board->cells));
            if ([] === $trie->cells && null !== $trie->only) {
                $met[$trie->only] = true;
            }
        }
        $idle = [];
        foreach ($this->setup->variants->rows ?? [] as $row) {
            if (!isset($met[$row->index]) && $this->setup->isEnough($row->stock)) {
                $idle[] = $row->index;
            }
        }

        return $idle;
    }

    /** How many trails are traps. */
    public function traps(): \GMP
    {
        return $this->traps ??= $this->countTraps();
    }

    private function countTraps(): \GMP
    {
        $traps = gmp_init(0);
        if (0 === gmp_sign($this->selectable())) {
            return $traps;
        }
        $this->inWalkOrder();
        foreach (
            $this->alongTheWalk(
                array_map(
                    fn(Component $c): Traps => new Traps($this->board, $c->diagram ?? new Diagram()),
                    $this->compiled(),
                ),
            )
            as $byCause
        ) {
            foreach ($byCause as $count) {
                $traps = gmp_add($traps, $count);
            }
        }

        return $traps;
    }

    /**
     * The traps by the option whose answer closes them and by cause, in walk order.
     *
     * @return array<int, array<string, \GMP>> option => cause (TrapCause) => traps, none left out that has any
     */
    public function trapsByCause(): array
    {
        if (0 === gmp_sign($this->selectable())) {
            return [];
        }
        $this->inWalkOrder();

        return $this->alongTheWalk($this->trapWalks());
    }

    /**
     * Trails that end in traps of one option and cause, each with the answers of the options that hang together with
     * it.
     *
     * @return iterable<array{State, list<int>}> answers, and the options of the trail in walk order
     */
    public function trapTrails(int $option, TrapCause $cause): iterable
    {
        $c = $this->componentOf[$option];
        $options = $this->components[$c]->options;
        $walked = array_slice($options, 0, 1 + (int) array_search($option, $options, true));
        foreach ($this->trapWalks()[$c]->trails($option, $cause) as $letters) {
            yield [$this->board->stateOfLetters($letters, true), $walked];
        }
    }

    /**
     * @throws TooLarge where a component is not compiled in walk order
     */
    private function inWalkOrder(): void
    {
        $trouble = $this->trouble();
        if (null !== $trouble) {
            throw $trouble;
        }
    }

    /**
     * Along the whole walk: each step of one component meets every live beginning of the others.
     *
     * @param list<Traps> $walks by component
     *
     * @return array<int, array<string, \GMP>>
     */
    private function alongTheWalk(array $walks): array
    {
        if ([] === array_filter($walks, static fn(Traps $walk): bool => $walk->hasAny())) {
            return [];
        }
        $steps = array_map(static fn(Traps $walk): array => $walk->byOption(), $walks);
        $live = array_map(static fn(): \GMP => gmp_init(1), $walks);
        $traps = [];
        foreach ($this->board->dependencies->walk as $option) {
            if (!isset($this->componentOf[$option])) {
                continue;
            }
            $c = $this->componentOf[$option];
            [$dead, $liveAfter] = $steps[$c][$option];
            foreach ($dead as $cause => $count) {
                foreach ($live as $other => $beginnings) {
                    $count = $other === $c ? $count : gmp_mul($count, $beginnings);
                }
                $traps[$option][$cause] = $count;
            }
            $live[$c] = $liveAfter;
        }

        return $traps;
    }

    /**
     * The walk of each component, compiled once more where causes have to be told apart.
     *
     * @return list<Traps>
     */
    private function trapWalks(): array
    {
        $this->askOfClicks();

        return $this->walks ??= array_map(
            fn(Component $c): Traps => new Traps(
                $this->board,
                Compiler::compile(
                    $this->board,
                    $c->options,
                    $c->must,
                    [],
                    $this->automata($c->circles, $c->options),
                    true,
                    false,
                    true,
                ),
            ),
            $this->components,
        );
    }

    /**
     * Combinations in which the proposition holds for some inputs, among the selectable ones.
     *
     * @throws TooLarge
     */
    public function countWhere(int $p): \GMP
    {
        $this->compiled();
        $total = $this->selectable();
        if (Propositions::FALSE === $p || 0 === gmp_sign($total)) {
            return gmp_init(0);
        }
        if (Propositions::TRUE === $p) {
            return $total;
        }
        [$components, $inputs] = $this->touched($p);
        foreach ($components as $c) {
            $total = gmp_div_q($total, self::root($this->components[$c]->choices, true));
        }

        return gmp_mul($total, $this->countAmong($components, $inputs, $p));
    }

    private function countWrong(): \GMP
    {
        $total = $this->selectable();
        if (0 === gmp_sign($total)) {
            return $total;
        }
        $clusters = $this->guardClusters();
        if (null === $clusters) {
            return $total;
        }
        // An input that only guards ask can stand in two clusters; breaking a guard of either is enough.
        $safe = $total;
        foreach ($clusters as [$components, $inputs, $broken]) {
            $all = gmp_init(1);
            foreach ($components as $c) {
                $all = gmp_mul($all, self::root($this->components[$c]->choices, true));
            }
            // Where no input is asked, keeping all guards is as good to count, and guards come and go one after the
            // other.
            $kept = match (true) {
                Propositions::TRUE === $broken => gmp_init(0),
                $this->asksInput($broken) => gmp_sub($all, $this->countAmong($components, $inputs, $broken)),
                default => $this->countAmong($components, [], $this->board->props->not($broken)),
            };
            $safe = gmp_mul(gmp_div_q($safe, $all), $kept);
        }

        return gmp_sub($total, $safe);
    }

    /**
     * Guards that share a component, looked at together.
     *
     * @return list<array{list<int>, list<int>, int}>|null components, inputs that only guards ask, and the
     *                                                     proposition that a guard is broken; null where one always is
     */
    public function guardClusters(): ?array
    {
        $groups = new Groups(count($this->components));
        $touched = [];
        foreach ($this->board->guards as $guard => $p) {
            if (Propositions::FALSE === $p) {
                return null;
            }
            if (Propositions::TRUE !== $p) {
                $touched[$guard] = $this->touched($p);
                foreach ($touched[$guard][0] as $c) {
                    $groups->join($touched[$guard][0][0], $c);
                }
            }
        }
        $members = [];
        foreach ($touched as $guard => [$components]) {
            $members[[] === $components ? 'inputs' : 'c' . $groups->of($components[0])][] = $guard;
        }
        $clusters = [];
        foreach ($members as $guards) {
            $components = array_merge(...array_map(static fn(int $g): array => $touched[$g][0], $guards));
            $inputs = array_merge(...array_map(static fn(int $g): array => $touched[$g][1], $guards));
            $broken = $this->board->props->any(
                array_map(fn(int $g): int => $this->board->props->not($this->board->guards[$g]), $guards),
            );
            $clusters[] = [array_values(array_unique($components)), array_values(array_unique($inputs)), $broken];
        }

        return $clusters;
    }

    /**
     * A proposition, and that what is typed into inputs of some components stays as it is.
     *
     * @param list<int> $components
     * @param array<int, int> $typed cell of an input => letter
     */
    public function withTyped(int $p, array $components, array $typed): int
    {
        $all = [$p];
        foreach ($typed as $cell => $letter) {
            if (in_array($this->componentOf[$this->board->cells[$cell]->option] ?? -1, $components, true)) {
                $all[] = $this->board->props->literal($cell, [$letter => true]);
            }
        }

        return $this->board->props->all($all);
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
            Compiler::compile($this->board, $options, $must, [], $this->automata($c->circles, $options)),
        );
    }

    /**
     * The components that a proposition about guards concerns, and the inputs that only guards ask.
     *
     * @return array{list<int>, list<int>}
     */
    private function touched(int $p): array
    {
        $components = $inputs = [];
        $queue = array_keys($this->board->props->cellsOf($p));
        while (null !== ($cell = array_pop($queue))) {
            $option = $this->board->cells[$cell]->option;
            if (isset($this->componentOf[$option])) {
                $components[$this->componentOf[$option]] = true;
            } elseif (!isset($inputs[$option])) {
                $inputs[$option] = true;
                array_push($queue, ...array_keys($this->board->props->cellsOf($this->board->shown[$option])));
            }
        }

        return [array_keys($components), array_keys($inputs)];
    }

    private function asksInput(int $p): bool
    {
        foreach (array_keys($this->board->props->cellsOf($p)) as $cell) {
            if ($this->board->isInput($this->board->cells[$cell]->option)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<int> $components
     * @param list<int> $inputs
     */
    private function countAmong(array $components, array $inputs, int $p): \GMP
    {
        return self::root($this->lastWhere($components, $inputs, $p), true);
    }

    /**
     * The same as stockedWhere, in walk order; the last one asked for is kept, as count and example ask one after the
     * other.
     *
     * @param list<int> $components
     * @param list<int> $inputs
     */
    private function lastWhere(array $components, array $inputs, int $p): Diagram
    {
        if (null === $this->last || $this->last[0] !== $p) {
            $this->last = [$p, $this->stockedWhere($components, $inputs, $p, false)];
        }

        return $this->last[1];
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
        return $this->where($components, $inputs, $p, $displayed, true);
    }

    /**
     * The same, also of what is offered but not stocked where that is asked for.
     *
     * @param list<int> $components
     * @param list<int> $inputs
     *
     * @throws TooLarge
     */
    private function where(array $components, array $inputs, int $p, bool $displayed, bool $stockedOnly): Diagram
    {
        $this->askOfClicks();
        $take = array_fill_keys($inputs, true);
        $circles = [];
        $musts = [$p];
        foreach ($components as $c) {
            $take += array_fill_keys($this->components[$c]->options, true);
            array_push($circles, ...$this->components[$c]->circles);
            $musts[] = $this->components[$c]->must;
        }
        $options = array_keys($take);
        if ($displayed) {
            sort($options);
        } else {
            $this->walked ??= array_flip($this->board->dependencies->walk);
            usort($options, fn(int $a, int $b): int => $this->walked[$a] <=> $this->walked[$b]);
        }

        return Projection::of(
            $this->board,
            Compiler::compile(
                $this->board,
                $options,
                $this->board->props->all($musts),
                [],
                $this->automata($circles, $options),
                false,
                $stockedOnly,
            ),
        );
    }

    /**
     * @param list<CircleReach> $circles
     * @param list<int> $options
     *
     * @return list<Automaton>
     */
    private function automata(array $circles, array $options): array
    {
        $order = array_merge(...array_map(fn(int $o): array => $this->board->cellsOf[$o], $options));

        return array_map(static fn(CircleReach $circle): Automaton => new Automaton($circle, $order), $circles);
    }

    /** Whether an option takes part in the counting: choices, and inputs that a condition of the page asks. */
    private function takesPart(int $option): bool
    {
        return [] !== $this->board->cellsOf[$option] &&
            (!$this->board->isInput($option) || isset($this->board->asked[$option]));
    }

    private static function root(?Diagram $diagram, bool $stocked): \GMP
    {
        $counts = $stocked ? $diagram?->selectable : $diagram?->offered;
        $count = $counts[0][0] ?? 0;

        return $count instanceof \GMP ? $count : gmp_init($count);
    }

    /**
     * @return array<int, array<int, true>> cell => letter
     */
    private function liveLetters(bool $stocked): array
    {
        $live = [];
        if (0 === gmp_sign($stocked ? $this->selectable() : $this->offered())) {
            return $live;
        }
        foreach ($this->compiled() as $component) {
            $diagram = $component->diagram ?? new Diagram();
            foreach ($diagram->cells as $p => $cell) {
                $below = $stocked ? $diagram->selectable[$p + 1] : $diagram->offered[$p + 1];
                $open = $diagram->groups[$p];
                foreach ($diagram->edges[$p] as $children) {
                    foreach ($open as $g => $letters) {
                        if ($children[$g] >= 0 && !Diagram::isZero($below[$children[$g]])) {
                            foreach ($letters as $letter) {
                                $live[$cell][$letter] = true;
                            }
                            unset($open[$g]);
                        }
                    }
                    if ([] === $open) {
                        break;
                    }
                }
            }
        }

        return $live;
    }

    /**
     * @throws TooLarge where it is not known what clicks reach
     */
    private function askOfClicks(): void
    {
        if (null !== $this->unwalked) {
            throw $this->unwalked;
        }
    }

    /**
     * Circles that share something they depend on are looked at together.
     *
     * @return list<CircleReach>
     */
    private function circleGroups(): array
    {
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
                $kept = $this->kept?->getOwn('circle-' . $n);
                $trouble = TooLarge::fromPlain($kept);
                if (null !== $trouble) {
                    throw $trouble;
                }
                $groups[] = $circle = new CircleReach($this->board, array_keys($cone), $kept);
                if (null === $kept) {
                    $this->kept?->putOwn('circle-' . $n, $circle->toPlain());
                }
            } catch (TooLarge $e) {
                $this->unwalked = $e;
                $this->kept?->putOwn('circle-' . $n, $e->toPlain());
            }
        }

        return $groups;
    }
}
