<?php

declare(strict_types=1);

namespace Ithrel\Core\Diff;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Diagram;

/**
 * Goes through the combinations of the first of two setups in listing order, past all that is not looked for.
 */
final class Walk
{
    /** Different sums looked at before it is taken that one of them is what is looked for. */
    private const MOST_SUMS = 20_000;

    /** @var list<Diagram> of the first setup */
    private readonly array $diagrams;

    /**
     * @var list<array{
     *     graph: int,
     *     layer: int,
     *     cell: int|null,
     *     size: int,
     *     diagram: int,
     *     position: int,
     *     index: array<int, int>,
     * }>  by variable; index: letter => its place among those that both have
     */
    private readonly array $steps;

    /** @var array<int, list<int>> graph => diagrams of the first setup in it */
    private readonly array $diagramsOf;

    /** @var list<State> */
    private array $found = [];

    /**
     * @param list<JointGraph> $graphs
     * @param PriceGap|null $gap how the graphs carry prices; null where they carry none
     */
    public function __construct(
        private readonly Pairing $pairing,
        private readonly array $graphs,
        private readonly ?PriceGap $gap = null,
    ) {
        $this->diagrams = $pairing->baseDiagrams();
        $at = $layerOf = $steps = $diagramsOf = [];
        foreach ($this->diagrams as $d => $diagram) {
            foreach ($diagram->cells as $p => $cell) {
                $at[$cell] = [$d, $p];
            }
        }
        foreach ($graphs as $g => $graph) {
            foreach ($graph->variables as $layer => $variable) {
                $layerOf[spl_object_id($variable)] = [$g, $layer];
            }
        }
        foreach ($pairing->alignment->variables as $variable) {
            [$g, $layer] = $layerOf[spl_object_id($variable)];
            $cell = $variable->base;
            [$d, $p] = null === $cell ? [-1, -1] : $at[$cell];
            if ($d >= 0) {
                $diagramsOf[$g][$d] = $d;
            }
            $index = [];
            foreach ($variable->letters as $n => [$a]) {
                $index[$a ?? 0] = $n;
            }
            $steps[] = [
                'graph' => $g,
                'layer' => $layer,
                'cell' => $cell,
                'size' => null === $cell ? 1 : $pairing->base->board->cells[$cell]->size,
                'diagram' => $d,
                'position' => $p,
                'index' => $index,
            ];
        }
        $this->steps = $steps;
        $this->diagramsOf = array_map(array_values(...), $diagramsOf);
    }

    /**
     * The first combinations that the other setup does not sell.
     *
     * @return list<State>
     */
    public function missing(int $limit): array
    {
        return $this->find($limit, $this->isMissing(...));
    }

    /**
     * The first combinations of both whose prices differ.
     *
     * @param string $constant the gap of what is always added
     *
     * @return list<State>
     */
    public function repriced(int $limit, string $constant): array
    {
        return $this->find($limit, fn(Spot $spot): bool => $this->isRepriced($spot, $constant));
    }

    private function isMissing(Spot $spot): bool
    {
        if (!$this->pairing->isPossible) {
            return true;
        }
        // Every diagram still has something; where one graph lacks some of what it has, so does the whole.
        foreach ($this->graphs as $g => $graph) {
            $shared = null === $spot->states[$g] ? gmp_init(0) : $graph->left($spot->layers[$g], $spot->states[$g]);
            $own = gmp_init(1);
            foreach ($this->diagramsOf[$g] ?? [] as $d) {
                $own = gmp_mul($own, $this->diagrams[$d]->selectable[$spot->positions[$d]][$spot->nodes[$d]]);
            }
            if (gmp_cmp($shared, $own) < 0) {
                return true;
            }
        }

        return false;
    }

    private function isRepriced(Spot $spot, string $constant): bool
    {
        $gap = $this->gap ?? throw new \LogicException('The graphs carry no prices.');
        $choices = [];
        foreach ($this->graphs as $g => $graph) {
            if (null === $spot->states[$g]) {
                return false;
            }
            $more = array_keys($graph->gaps($spot->layers[$g], $spot->states[$g]));
            $choices[] = array_map(static fn(string $sum): string => $gap->plus($spot->gaps[$g] ?? '', $sum), $more);
        }
        usort($choices, static fn(array $a, array $b): int => count($a) <=> count($b));
        $sums = [$constant => true];
        foreach ($choices as $list) {
            $next = [];
            foreach (array_keys($sums) as $sum) {
                foreach ($list as $more) {
                    $next[$gap->plus($sum, $more)] = true;
                }
            }
            if (count($next) > self::MOST_SUMS) {
                return true;
            }
            $sums = $next;
        }
        foreach (array_keys($sums) as $sum) {
            if (!$gap->isSame($sum)) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param \Closure(Spot): bool $holds whether something that is looked for begins with the decisions made
     *
     * @return list<State>
     */
    private function find(int $limit, \Closure $holds): array
    {
        $this->found = [];
        if ($limit < 1 || 0 === gmp_sign($this->pairing->base->selectable())) {
            return [];
        }
        $zero = $this->gap?->of(0, 0);
        $states = array_map(
            static fn(JointGraph $graph): ?int => 0 === gmp_sign($graph->left(0, 0)) ? null : 0,
            $this->graphs,
        );
        $start = new Spot(
            array_fill(0, count($this->diagrams), 0),
            array_fill(0, count($this->diagrams), 0),
            $states,
            array_fill(0, count($this->graphs), 0),
            array_fill(0, count($this->graphs), $zero),
        );
        if ($holds($start)) {
            $this->decide(0, $start, [], $limit, $holds);
        }

        return $this->found;
    }

    /**
     * @param array<int, int> $letters cell => letter, so far
     * @param \Closure(Spot): bool $holds
     */
    private function decide(int $n, Spot $spot, array $letters, int $limit, \Closure $holds): void
    {
        if ($n === count($this->steps)) {
            $this->found[] = $this->pairing->base->board->stateOfLetters($letters);

            return;
        }
        $step = $this->steps[$n];
        for ($letter = 0; $letter < $step['size'] && count($this->found) < $limit; ++$letter) {
            $next = clone $spot;
            if (null !== $step['cell']) {
                [$d, $p] = [$step['diagram'], $step['position']];
                $child = $this->diagrams[$d]->child($p, $spot->nodes[$d], $letter);
                if ($child < 0 || Diagram::isZero($this->diagrams[$d]->selectable[$p + 1][$child])) {
                    continue;
                }
                $next->nodes[$d] = $child;
                $next->positions[$d] = $p + 1;
                $letters[$step['cell']] = $letter;
            }
            $g = $step['graph'];
            $state = $spot->states[$g];
            $index = $step['index'][$letter] ?? null;
            $after =
                null === $state || null === $index ? null : $this->graphs[$g]->after($step['layer'], $state, $index);
            $next->states[$g] = $after[0] ?? null;
            $next->layers[$g] = $step['layer'] + 1;
            if (null !== $after && null !== $this->gap) {
                $next->gaps[$g] = $this->gap->plus($spot->gaps[$g] ?? '', $after[1]);
            }
            if ($holds($next)) {
                $this->decide($n + 1, $next, $letters, $limit, $holds);
            }
        }
    }
}
