<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * Compiles the components of a setup when they are first asked for, or takes what was compiled of such before.
 */
final readonly class Compilation
{
    public function __construct(private Board $board, private Partition $parts, private ?KeptDiagrams $kept) {}

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
        foreach ($this->parts->components as $c => $component) {
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

        return $this->parts->components;
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

    /**
     * @param list<CircleReach> $circles
     * @param list<int> $options
     *
     * @return list<Automaton>
     */
    public function automata(array $circles, array $options): array
    {
        $order = array_merge(...array_map(fn(int $o): array => $this->board->cellsOf[$o], $options));

        return array_map(static fn(CircleReach $circle): Automaton => new Automaton($circle, $order), $circles);
    }

    /**
     * @throws TooLarge where it is not known what clicks reach
     */
    public function askOfClicks(): void
    {
        if (null !== $this->parts->unwalked) {
            throw $this->parts->unwalked;
        }
    }
}
