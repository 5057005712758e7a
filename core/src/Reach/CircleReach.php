<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Work\Budget;

/**
 * What clicks reach among options that depend on one another, and all that these depend on.
 *
 * Visits, click by click, the joint states of the group. Values that no condition of the group and
 * no default tells apart count as one.
 *
 * Long, as it is one search, whose steps read and write the same states.
 */
final class CircleReach
{
    /** Joint states visited at most. */
    public const MAX_STATES = 300_000;

    /** @var list<int> cells of the group */
    public readonly array $cells;

    /** @var array<int, list<int>> cell => letter => the letter that stands for it */
    public readonly array $standsFor;

    /** @var array<string, list<int>> states that clicks reach: letters in the order of the cells */
    public readonly array $reached;

    /** Whether clicks miss a consistent state. */
    public readonly bool $misses;

    /** @var array<int, list<int>> cell => the letters that stand for others */
    private readonly array $letters;

    /**
     * @param list<int> $options the circles and everything they depend on, in display order
     * @param array<array-key, mixed>|null $kept what was worked out of them before, see toPlain()
     *
     * @throws TooLarge
     */
    public function __construct(private readonly Board $board, public readonly array $options, ?array $kept = null)
    {
        $cells = [];
        foreach ($options as $option) {
            array_push($cells, ...$board->cellsOf[$option]);
        }
        $this->cells = $cells;
        [$this->standsFor, $this->letters] = $this->group();
        if (is_array($kept['reached'] ?? null) && is_bool($kept['misses'] ?? null)) {
            /** @var array<string, list<int>> $before */
            $before = $kept['reached'];
            $this->reached = $before;
            $this->misses = $kept['misses'];

            return;
        }
        $reached = [];
        $open = $this->settle(array_fill_keys($cells, null), []);
        $reached[implode(',', $open)] = $open;
        $queue = [$open];
        while (null !== ($state = array_pop($queue))) {
            Budget::ask();
            $shown = $this->shown($state);
            foreach ($options as $option) {
                if (!$shown[$option]) {
                    continue;
                }
                foreach ($this->answers($option, $state) as $answer) {
                    $next = $this->settle($answer + $state, $shown);
                    $key = implode(',', $next);
                    if (!isset($reached[$key])) {
                        if (count($reached) >= self::MAX_STATES) {
                            throw new TooLarge(
                                sprintf(
                                    'Options that depend on one another in a circle have more than %d joint states.',
                                    self::MAX_STATES,
                                ),
                                array_map(static fn(int $o): string => $board->setup->options[$o]->code, $options),
                            );
                        }
                        $reached[$key] = $next;
                        $queue[] = $next;
                    }
                }
            }
        }
        $this->reached = array_map(array_values(...), $reached);
        $this->misses = $this->countConsistent(count($reached)) > count($reached);
    }

    /**
     * Without objects, to be kept.
     *
     * @return array{reached: array<string, list<int>>, misses: bool}
     */
    public function toPlain(): array
    {
        return ['reached' => $this->reached, 'misses' => $this->misses];
    }

    /**
     * Whether clicks reach a state, judged by the answers of this group.
     */
    public function reaches(State $state): bool
    {
        $letters = [];
        foreach ($this->cells as $cell) {
            $letters[] = $this->standsFor[$cell][$this->board->letterIn($state, $cell)];
        }

        return isset($this->reached[implode(',', $letters)]);
    }

    /**
     * @return array{array<int, list<int>>, array<int, list<int>>} what stands for each letter, and the letters that do
     */
    private function group(): array
    {
        $board = $this->board;
        $sets = [];
        foreach ($this->options as $option) {
            foreach ([$board->shown[$option], ...$board->allowed[$option]] as $p) {
                $board->props->letterSets($p, $sets);
            }
        }
        $standsFor = $letters = [];
        foreach ($this->cells as $id) {
            $cell = $board->cells[$id];
            $first = [];
            for ($letter = 0; $letter < $cell->size; ++$letter) {
                $key = $letter === $cell->none() ? 'none' : '';
                foreach ($sets[$id] ?? [] as $set) {
                    $key .= isset($set[$letter]) ? '1' : '0';
                }
                if (null === $cell->bit && $letter !== $cell->none()) {
                    $default = $this->defaultLetter($cell->option, $letter);
                    $key .= ';' . ($board->allowed[$cell->option][$letter] ?? '') . ($default ? 'd' : '');
                }
                $first[$key] ??= $letter;
                $standsFor[$id][] = $first[$key];
            }
            $letters[$id] = array_values($first);
        }

        return [$standsFor, $letters];
    }

    private function defaultLetter(int $option, int $letter): bool
    {
        $o = $this->board->setup->options[$option];
        if ($o->kind->isInput()) {
            // Compared as objects: a default is the member that stands for its class.
            return $this->board->page->defaultOf($o, new State()) === $this->board->page->inputs[$option][$letter];
        }

        foreach ($o->values as $value) {
            if ($value->default) {
                return $value->index === $letter;
            }
        }

        return false;
    }

    /**
     * @param array<int, int> $state
     *
     * @return array<int, bool>
     */
    private function shown(array $state): array
    {
        $shown = [];
        foreach ($this->options as $option) {
            $shown[$option] = $this->board->props->holds($this->board->shown[$option], $state);
        }

        return $shown;
    }

    /**
     * The answers on offer for an option, other than the one given.
     *
     * @param array<int, int> $state
     *
     * @return iterable<array<int, int>>
     */
    private function answers(int $option, array $state): iterable
    {
        $cells = $this->board->cellsOf[$option];
        if (1 === count($cells) && null === $this->board->cells[$cells[0]]->bit) {
            foreach ($this->letters[$cells[0]] as $letter) {
                if ($letter !== $state[$cells[0]] && $this->isAllowed($option, $cells[0], $letter, $state)) {
                    yield [$cells[0] => $letter];
                }
            }

            return;
        }
        $free = array_values(array_filter($cells, fn(int $cell): bool => $this->isAllowed($option, $cell, 0, $state)));
        if (count($free) > 18) {
            throw new TooLarge('An option with more than 18 values to pick from stands in a circle of conditions.', [
                $this->board->setup->options[$option]->code,
            ]);
        }
        for ($set = 0; $set < 1 << count($free); ++$set) {
            Budget::ask();
            $answer = array_fill_keys($cells, 1);
            foreach ($free as $bit => $cell) {
                $answer[$cell] = 1 === (($set >> $bit) & 1) ? 0 : 1;
            }
            yield $answer;
        }
    }

    /**
     * @param array<int, int> $state
     */
    private function isAllowed(int $option, int $cell, int $letter, array $state): bool
    {
        $c = $this->board->cells[$cell];
        if ($letter === $c->none()) {
            return true;
        }
        $p = $this->board->allowed[$option][$c->bit ?? $letter] ?? Propositions::TRUE;

        return $this->board->props->holds($p, $state);
    }

    /**
     * The same as Page does, on letters: drop until nothing changes, then defaults of what became shown.
     *
     * @param array<int, int|null> $letters null stands for none
     * @param array<int, bool> $shownBefore
     *
     * @return array<int, int>
     */
    private function settle(array $letters, array $shownBefore): array
    {
        $state = [];
        foreach ($this->cells as $cell) {
            $state[$cell] = $letters[$cell] ?? $this->board->cells[$cell]->none();
        }
        $state = $this->drop($state);
        do {
            $again = false;
            foreach ($this->options as $option) {
                if (
                    ($shownBefore[$option] ?? false) ||
                    !$this->board->props->holds($this->board->shown[$option], $state)
                ) {
                    continue;
                }
                $shownBefore[$option] = true;
                $default = $this->defaultsOf($option, $state);
                if ([] !== $default && !$this->isAnswered($option, $state)) {
                    $state = $this->drop(array_replace($state, $default));
                    $again = true;
                    break;
                }
            }
        } while ($again);

        return $state;
    }

    /**
     * @param array<int, int> $state
     *
     * @return array<int, int>
     */
    private function drop(array $state): array
    {
        do {
            $changed = false;
            foreach ($this->options as $option) {
                if (!$this->isAnswered($option, $state)) {
                    continue;
                }
                $shown = $this->board->props->holds($this->board->shown[$option], $state);
                $next = $state;
                foreach ($this->board->cellsOf[$option] as $cell) {
                    if (!$shown || !$this->isAllowed($option, $cell, $state[$cell], $state)) {
                        $next[$cell] = $this->board->cells[$cell]->none();
                    }
                }
                if ($next !== $state) {
                    $state = $next;
                    $changed = true;
                }
            }
        } while ($changed);

        return $state;
    }

    /**
     * @param array<int, int> $state
     */
    private function isAnswered(int $option, array $state): bool
    {
        foreach ($this->board->cellsOf[$option] as $cell) {
            if ($state[$cell] !== $this->board->cells[$cell]->none()) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param array<int, int> $state
     *
     * @return array<int, int>
     */
    private function defaultsOf(int $option, array $state): array
    {
        $letters = [];
        foreach ($this->board->cellsOf[$option] as $cell) {
            $c = $this->board->cells[$cell];
            if (null !== $c->bit) {
                if (
                    $this->board->setup->options[$option]->values[$c->bit]->default &&
                    $this->isAllowed($option, $cell, 0, $state)
                ) {
                    $letters[$cell] = 0;
                }
                continue;
            }
            for ($letter = 0; $letter < $c->none(); ++$letter) {
                if ($this->defaultLetter($option, $letter)) {
                    if ($this->isAllowed($option, $cell, $letter, $state)) {
                        $letters[$cell] = $this->standsFor[$cell][$letter];
                    }
                    break;
                }
            }
        }

        return $letters;
    }

    /**
     * Consistent states, counted up to one more than $enough: each answered option shown, each value allowed.
     */
    private function countConsistent(int $enough): int
    {
        $rules = [];
        foreach ($this->options as $option) {
            foreach ($this->board->cellsOf[$option] as $cell) {
                $c = $this->board->cells[$cell];
                foreach ($this->letters[$cell] as $letter) {
                    if ($letter !== $c->none()) {
                        $p = $this->board->props->all([
                            $this->board->shown[$option],
                            $this->board->allowed[$option][$c->bit ?? $letter] ?? Propositions::TRUE,
                        ]);
                        if (Propositions::TRUE !== $p) {
                            $rules[] = $this->board->props->any([
                                $this->board->props->not($this->board->props->literal($cell, [$letter => true])),
                                $p,
                            ]);
                        }
                    }
                }
            }
        }
        $count = 0;
        $cells = $this->cells;
        $walk = function (int $i, int $left) use (&$walk, &$count, $cells, $enough): void {
            if ($count > $enough || Propositions::FALSE === $left) {
                return;
            }
            if (!isset($cells[$i])) {
                ++$count;

                return;
            }
            foreach ($this->letters[$cells[$i]] as $letter) {
                $walk($i + 1, $this->board->props->given($left, $cells[$i], $letter));
            }
        };
        $walk(0, $this->board->props->all($rules));

        return $count;
    }
}
