<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * Counts a small setup in the obvious way: visits every state that clicks reach and every trail, one by one.
 *
 * The plain meaning that Reach is tested against. Its cost grows with the number of states.
 */
final class Census
{
    private readonly Page $page;
    private readonly Stock $stock;

    /** @var array<string, State> every state that clicks reach */
    private array $reached = [];

    /** @var array<string, array{stocked: bool, safe: bool, state: State}> complete states' choices */
    private array $combinations = [];

    /** @var array<int, true> options shown in some complete state */
    private array $shown = [];

    /** @var array<int, int> broken guards: guard => selectable combinations that break it */
    public array $broken = [];

    /**
     * @throws \OverflowException where more than $most states are met
     */
    public function __construct(private readonly Setup $setup, private readonly int $most = 200_000)
    {
        $this->page = new Page($setup, new Dependencies($setup));
        $this->stock = new Stock($setup);
        $this->visit();
        $this->combine();
    }

    /**
     * @return array{offered: int, selectable: int, wrongSales: int, deadEnds: int, traps: int}
     */
    public function counts(): array
    {
        $selectable = $this->selectable();

        return [
            'offered' => count($this->combinations),
            'selectable' => count($selectable),
            'wrongSales' => count(array_filter($selectable, static fn(array $c): bool => !$c['safe'])),
            'deadEnds' => count($this->combinations) - count($selectable),
            'traps' => $this->traps(),
        ];
    }

    /**
     * @return list<array{option: string, value: string, cause: string}>
     */
    public function deadValues(): array
    {
        $offered = $stocked = [];
        foreach ($this->combinations as $combination) {
            foreach ($combination['state']->answers as $option => $answer) {
                foreach (is_array($answer) ? $answer : [] as $value) {
                    $offered[$option][$value] = true;
                    if ($combination['stocked']) {
                        $stocked[$option][$value] = true;
                    }
                }
            }
        }
        $dead = [];
        foreach ($this->setup->options as $option) {
            foreach ($option->values as $value) {
                if (!isset($stocked[$option->index][$value->index])) {
                    $dead[] = [
                        'option' => $option->code,
                        'value' => $value->code,
                        'cause' => isset($offered[$option->index][$value->index]) ? 'never-stocked' : 'never-offered',
                    ];
                }
            }
        }

        return $dead;
    }

    /**
     * Complete states that clicks reach, each with the options that it shows.
     *
     * @return iterable<array{State, array<int, true>}>
     */
    public function completeStates(): iterable
    {
        foreach ($this->reached as $state) {
            if ($this->page->isComplete($state)) {
                yield [
                    $state,
                    array_fill_keys(
                        array_keys(
                            array_filter($this->setup->options, fn($o): bool => $this->page->isShown($o, $state)),
                        ),
                        true,
                    ),
                ];
            }
        }
    }

    /**
     * @return list<string>
     */
    public function deadOptions(): array
    {
        return array_values(
            array_map(
                static fn($o): string => $o->code,
                array_filter($this->setup->options, fn($o): bool => !isset($this->shown[$o->index])),
            ),
        );
    }

    /**
     * @return list<int>
     */
    public function idleRows(): array
    {
        $met = [];
        foreach ($this->selectable() as $combination) {
            $row = $this->stock->row($combination['state']);
            if (null !== $row) {
                $met[$row->index] = true;
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

    /**
     * Keys of the selectable combinations, for comparing sets.
     *
     * @return list<string>
     */
    public function selectableKeys(): array
    {
        return array_keys($this->selectable());
    }

    /**
     * @return array<string, array{stocked: bool, safe: bool, state: State}>
     */
    private function selectable(): array
    {
        return array_filter($this->combinations, static fn(array $c): bool => $c['stocked']);
    }

    private function visit(): void
    {
        $open = $this->page->opening();
        $this->reached[$open->key()] = $open;
        $queue = [$open];
        while (null !== ($state = array_pop($queue))) {
            foreach ($this->setup->options as $option) {
                if (Kind::Note === $option->kind || !$this->page->isShown($option, $state)) {
                    continue;
                }
                foreach ($this->page->answers($option, $state) as $answer) {
                    $next = $this->page->click($state, $option->index, $answer);
                    $key = $next->key();
                    if (!isset($this->reached[$key])) {
                        if (count($this->reached) >= $this->most) {
                            throw new \OverflowException(sprintf('More than %d states.', $this->most));
                        }
                        $this->reached[$key] = $next;
                        $queue[] = $next;
                    }
                }
            }
        }
    }

    private function combine(): void
    {
        $brokenBy = [];
        foreach ($this->reached as $state) {
            if (!$this->page->isComplete($state)) {
                continue;
            }
            foreach ($this->setup->options as $option) {
                if ($this->page->isShown($option, $state)) {
                    $this->shown[$option->index] = true;
                }
            }
            $choices = new State(array_filter($state->answers, is_array(...)));
            $key = $choices->key();
            $this->combinations[$key] ??= [
                'stocked' => $this->stock->isStocked($choices),
                'safe' => true,
                'state' => $choices,
            ];
            foreach ($this->setup->guards as $guard) {
                if (
                    (null !== $guard->never && $this->page->truth->holds($guard->never, $state)) ||
                    (null !== $guard->always && !$this->page->truth->holds($guard->always, $state))
                ) {
                    $this->combinations[$key]['safe'] = false;
                    if ($this->combinations[$key]['stocked']) {
                        $brokenBy[$guard->index][$key] = true;
                    }
                }
            }
        }
        foreach ($brokenBy as $guard => $keys) {
            $this->broken[$guard] = count($keys);
        }
    }

    private function traps(): int
    {
        $asked = $this->page->dependencies->asked();
        $walk = array_values(
            array_filter(
                $this->page->dependencies->walk,
                fn(int $o): bool => $this->setup->options[$o]->kind->isChoice() ||
                    ($this->setup->options[$o]->kind->isInput() && isset($asked[$o])),
            ),
        );
        // Every beginning of a complete, stocked, reached state, told by its answers along the walk.
        $live = [];
        foreach ($this->reached as $state) {
            if (!$this->page->isComplete($state) || !$this->stock->isStocked($state)) {
                continue;
            }
            $prefix = new State();
            $live[0][''] = true;
            foreach ($walk as $k => $option) {
                $prefix = $prefix->with($option, $state->answers[$option] ?? null);
                $live[$k + 1][$prefix->key()] = true;
            }
        }
        if ([] === $live) {
            return 0;
        }
        $traps = 0;
        $trails = [new State()];
        foreach ($walk as $k => $index) {
            $option = $this->setup->options[$index];
            $next = [];
            foreach ($trails as $trail) {
                foreach ($this->page->answers($option, $trail) as $answer) {
                    $after = $trail->with($index, $answer);
                    if (!$this->isOffered($index, $after)) {
                        continue;
                    }
                    if (isset($live[$k + 1][$after->key()])) {
                        $next[] = $after;
                    } else {
                        ++$traps;
                    }
                }
            }
            $trails = $next;
        }

        return $traps;
    }

    /** Whether the page takes this answer as the next one of a trail. */
    private function isOffered(int $index, State $after): bool
    {
        $option = $this->setup->options[$index];
        if (!$after->has($index)) {
            return !$option->required || !$this->page->isShown($option, $after);
        }
        $picked = count($after->picked($index));
        if (
            null !== $option->picks &&
            ($picked < $option->picks->min || (null !== $option->picks->max && $picked > $option->picks->max))
        ) {
            return false;
        }

        return $this->page->drop($after)->key() === $after->key();
    }
}
