<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Work\Budget;

/**
 * Trails that are traps, counted along the whole walk.
 */
final class TrapCounts
{
    private ?\GMP $traps = null;

    /** @var list<Traps>|null by component, with causes told apart */
    private ?array $walks = null;

    public function __construct(private readonly Reach $reach) {}

    /** How many trails are traps. */
    public function traps(): \GMP
    {
        return $this->traps ??= $this->countTraps();
    }

    private function countTraps(): \GMP
    {
        $traps = gmp_init(0);
        if (0 === gmp_sign($this->reach->selectable())) {
            return $traps;
        }
        $this->inWalkOrder();
        foreach (
            $this->alongTheWalk(
                array_map(
                    fn(Component $c): Traps => new Traps($this->reach->board, $c->diagram ?? new Diagram()),
                    $this->reach->compiled(),
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
        if (0 === gmp_sign($this->reach->selectable())) {
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
        $c = $this->reach->parts->componentOf[$option];
        $options = $this->reach->components[$c]->options;
        $walked = array_slice($options, 0, 1 + (int) array_search($option, $options, true));
        foreach ($this->trapWalks()[$c]->trails($option, $cause) as $letters) {
            yield [$this->reach->board->stateOfLetters($letters, true), $walked];
        }
    }

    /**
     * @throws TooLarge where a component is not compiled in walk order
     */
    private function inWalkOrder(): void
    {
        $trouble = $this->reach->trouble();
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
        foreach ($this->reach->board->dependencies->walk as $option) {
            if (!isset($this->reach->parts->componentOf[$option])) {
                continue;
            }
            $c = $this->reach->parts->componentOf[$option];
            [$dead, $liveAfter] = $steps[$c][$option];
            foreach ($dead as $cause => $count) {
                foreach ($live as $other => $beginnings) {
                    Budget::ask();
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
        $this->reach->compilation->askOfClicks();

        return $this->walks ??= array_map($this->walk(...), $this->reach->compiled());
    }

    private function walk(Component $component): Traps
    {
        $board = $this->reach->board;
        $walk = null === $component->diagram ? null : new Traps($board, $component->diagram);
        if (null !== $walk && !$walk->hasAny()) {
            return $walk;
        }
        $automata = $this->reach->compilation->automata($component->circles, $component->options);

        return new Traps(
            $board,
            Compiler::compile($board, $component->options, $component->must, [], $automata, true, false, true),
        );
    }
}
