<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Work\Budget;

/**
 * What the compiled diagrams tell of options, values and rows.
 */
final readonly class DiagramFacts
{
    public function __construct(private Reach $reach) {}

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
        foreach ($this->reach->setup->options as $option) {
            foreach ($option->values as $value) {
                $cell =
                    $this->reach->board->cellsOf[$option->index][Kind::Several === $option->kind ? $value->index : 0];
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
        $anything = 0 !== gmp_sign($this->reach->offered());
        foreach ($anything ? $this->reach->compiled() : [] as $component) {
            foreach ($component->diagram->watched ?? [] as $p => $nodes) {
                foreach (array_keys($nodes) as $node) {
                    Budget::ask();
                    if (!Diagram::isZero($component->diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                        $live[$p] = true;
                        break;
                    }
                }
            }
        }
        $dead = [];
        foreach ($this->reach->setup->options as $option) {
            $p = $this->reach->board->shown[$option->index];
            if (!$anything || (Propositions::TRUE !== $p && !isset($live[$p]))) {
                $dead[] = $option->index;
            }
        }

        return $dead;
    }

    /** Whether every complete state shows an option, so far as its condition is settled when its turn comes. */
    public function isAlwaysShown(int $option): bool
    {
        $p = $this->reach->board->shown[$option];
        if (
            Propositions::TRUE === $p ||
            !isset($this->reach->parts->componentOf[$option]) ||
            isset($this->reach->board->dependencies->circleOf[$option])
        ) {
            return Propositions::TRUE === $p;
        }
        $diagram = $this->reach->compiled()[$this->reach->parts->componentOf[$option]]->diagram;
        foreach (array_keys($diagram->hiding[$p] ?? []) as $node) {
            if (!Diagram::isZero($diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                return false;
            }
        }

        return 0 !== gmp_sign($this->reach->offered()) && isset($diagram->watched[$p]);
    }

    /** Whether a value's own condition holds in every complete state that shows its option. */
    public function isAlwaysAllowed(int $option, int $value): bool
    {
        $p = $this->reach->board->allowed[$option][$value];
        $shown = $this->reach->board->shown[$option];
        if (
            $p === $shown ||
            Propositions::FALSE === $p ||
            isset($this->reach->board->dependencies->circleOf[$option])
        ) {
            return $p === $shown && Propositions::FALSE !== $p;
        }
        $diagram = $this->reach->compiled()[$this->reach->parts->componentOf[$option]]->diagram;
        foreach (array_keys($diagram->barring[$p] ?? []) as $node) {
            if (!Diagram::isZero($diagram->offered[$node >> 32][$node & 0xffffffff] ?? 0)) {
                return false;
            }
        }

        return 0 !== gmp_sign($this->reach->offered()) && !in_array($option, $this->deadOptions(), true);
    }

    /**
     * Rows with enough stock of their own that no selectable combination matches.
     *
     * @return list<int>
     */
    public function idleRows(): array
    {
        $met = [];
        $anything = 0 !== gmp_sign($this->reach->selectable());
        foreach ($anything ? $this->reach->compiled() : [] as $component) {
            foreach ($component->diagram->rows ?? [] as $row => $nodes) {
                foreach (array_keys($nodes) as $node) {
                    Budget::ask();
                    if (!Diagram::isZero($component->diagram->selectable[$node >> 32][$node & 0xffffffff] ?? 0)) {
                        $met[$row] = true;
                        break;
                    }
                }
            }
        }
        if ($anything && null !== $this->reach->setup->variants) {
            $trie = new RowTrie($this->reach->board, array_keys($this->reach->board->cells));
            if ([] === $trie->cells && null !== $trie->only) {
                $met[$trie->only] = true;
            }
        }
        $idle = [];
        foreach ($this->reach->setup->variants->rows ?? [] as $row) {
            if (!isset($met[$row->index]) && $this->reach->setup->isEnough($row->stock)) {
                $idle[] = $row->index;
            }
        }

        return $idle;
    }

    /**
     * @return array<int, array<int, true>> cell => letter
     */
    private function liveLetters(bool $stocked): array
    {
        $live = [];
        if (0 === gmp_sign($stocked ? $this->reach->selectable() : $this->reach->offered())) {
            return $live;
        }
        foreach ($this->reach->compiled() as $component) {
            $diagram = $component->diagram ?? new Diagram();
            foreach ($diagram->cells as $p => $cell) {
                $below = $stocked ? $diagram->selectable[$p + 1] : $diagram->offered[$p + 1];
                $open = $diagram->groups[$p];
                foreach ($diagram->edges[$p] as $children) {
                    Budget::ask();
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
}
