<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Cover;

use Ithrel\Core\Reach\Diagram;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Work\Budget;

/**
 * Which answers something selectable still has when others are given: asked of the diagram of one component, as answers
 * of different components do not hinder each other.
 */
final class LiveAnswers
{
    /** @var list<Diagram> those with choices */
    private array $diagrams = [];

    /** @var array<int, int> cell => its diagram */
    public array $diagramOf = [];

    /** @var array<int, int> diagram => edges */
    private array $costs = [];

    /** @var array<string, array<int, array<int, true>>> diagram and pins => what is live */
    private array $known = [];

    /** Answers that are kept for pins asked before, at most. */
    private const MOST_KNOWN = 20_000;

    public function __construct(private readonly Reach $reach)
    {
        foreach (array_keys($reach->components) as $component) {
            $diagram = $reach->inDisplayOrder($component);
            if ([] !== $diagram->cells) {
                foreach ($diagram->cells as $cell) {
                    $this->diagramOf[$cell] = count($this->diagrams);
                }
                $this->diagrams[] = $diagram;
            }
        }
    }

    /**
     * @return list<int> all cells of choices, in display order
     */
    public function cells(): array
    {
        $cells = [];
        foreach ($this->reach->setup->options as $option) {
            array_push($cells, ...$option->kind->isChoice() ? $this->reach->board->cellsOf[$option->index] : []);
        }

        return $cells;
    }

    /**
     * @param int $diagram number
     * @param array<int, int> $pins cell => letter; those of other diagrams are passed over
     *
     * @return array<int, array<int, true>> cell => letters that something selectable with the pins has
     */
    public function with(int $diagram, array $pins): array
    {
        $pins = array_intersect_key($pins, array_flip($this->diagrams[$diagram]->cells));
        ksort($pins);
        $key = $diagram . ' ' . http_build_query($pins);
        if (!isset($this->known[$key])) {
            $this->known = count($this->known) < self::MOST_KNOWN ? $this->known : [];
            $this->known[$key] = $this->live($this->diagrams[$diagram], $pins);
        }

        return $this->known[$key];
    }

    /**
     * Something selectable with as many of the wanted answers as can be: the heaviest path through each diagram.
     *
     * @param array<int, array<int, mixed>> $wanted cell => letter => anything
     *
     * @return array<int, int> cell => letter
     */
    public function withMost(array $wanted): array
    {
        $row = [];
        foreach ($this->diagrams as $diagram) {
            $row += self::heaviest($diagram, $wanted);
        }

        return $row;
    }

    /**
     * @param array<int, array<int, mixed>> $wanted
     *
     * @return array<int, int> cell => letter
     */
    private static function heaviest(Diagram $diagram, array $wanted): array
    {
        $depth = count($diagram->cells);
        $weight = $best = [];
        foreach ($diagram->selectable[$depth] as $node => $count) {
            $weight[$depth][$node] = Diagram::isZero($count) ? -1 : 0;
        }
        for ($p = $depth - 1; $p >= 0; --$p) {
            $letters = [];
            foreach ($diagram->groups[$p] as $g => $group) {
                $letters[$g] = $group[0];
                foreach ($group as $letter) {
                    $letters[$g] = isset($wanted[$diagram->cells[$p]][$letters[$g]]) ? $letters[$g] : $letter;
                }
            }
            foreach ($diagram->edges[$p] as $node => $children) {
                Budget::ask();
                $weight[$p][$node] = -1;
                foreach ($children as $g => $child) {
                    $more =
                        $child < 0 || $weight[$p + 1][$child] < 0
                            ? -1
                            : $weight[$p + 1][$child] + (isset($wanted[$diagram->cells[$p]][$letters[$g]]) ? 1 : 0);
                    if ($more > $weight[$p][$node]) {
                        [$weight[$p][$node], $best[$p][$node]] = [$more, [$letters[$g], $child]];
                    }
                }
            }
        }
        $row = [];
        for ($p = 0, $node = 0; $p < $depth && isset($best[$p][$node]); ++$p) {
            [$row[$diagram->cells[$p]], $node] = $best[$p][$node];
        }

        return $row;
    }

    /** Steps that with() takes of a diagram, about. */
    public function costOf(int $diagram): int
    {
        return $this->costs[$diagram] ??=
            6 *
            array_sum(
                array_map(
                    static fn(array $layer): int => array_sum(array_map(count(...), $layer)),
                    $this->diagrams[$diagram]->edges,
                ),
            );
    }

    /** Whether a cell stands by itself, so that what is live in it hangs on nothing. */
    public function isAlone(int $cell): bool
    {
        return 1 === count($this->diagrams[$this->diagramOf[$cell]]->cells);
    }

    /**
     * @param array<int, int> $pins
     *
     * @return array<int, array<int, true>>
     */
    private function live(Diagram $diagram, array $pins): array
    {
        $depth = count($diagram->cells);
        $open = [];
        foreach ($diagram->cells as $p => $cell) {
            foreach ($diagram->groups[$p] as $g => $letters) {
                $open[$p][$g] = isset($pins[$cell])
                    ? array_values(array_intersect($letters, [$pins[$cell]]))
                    : $letters;
            }
        }
        $alive = [];
        foreach ($diagram->selectable[$depth] as $node => $count) {
            $alive[$depth][$node] = !Diagram::isZero($count);
        }
        for ($p = $depth - 1; $p >= 0; --$p) {
            foreach ($diagram->edges[$p] as $node => $children) {
                Budget::ask();
                $alive[$p][$node] = false;
                foreach ($children as $g => $child) {
                    if ($child >= 0 && $alive[$p + 1][$child] && [] !== $open[$p][$g]) {
                        $alive[$p][$node] = true;
                        break;
                    }
                }
            }
        }
        $live = [];
        $at = $alive[0][0] ?? false ? [0 => true] : [];
        foreach ($diagram->cells as $p => $cell) {
            $next = $groups = [];
            foreach (array_keys($at) as $node) {
                Budget::ask();
                foreach ($diagram->edges[$p][$node] as $g => $child) {
                    if ($child >= 0 && $alive[$p + 1][$child] && [] !== $open[$p][$g]) {
                        $next[$child] = $groups[$g] = true;
                    }
                }
            }
            foreach (array_keys($groups) as $g) {
                $live[$cell] = ($live[$cell] ?? []) + array_fill_keys($open[$p][$g], true);
            }
            $at = $next;
        }

        return $live;
    }
}
