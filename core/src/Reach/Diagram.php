<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Work\Budget;

/**
 * The states of one component as a layered graph: a path from the root is a sequence of decisions, one a cell;
 * nodes of a layer stand for situations that the rest cannot tell apart.
 *
 * Long, as it is one structure, with the walks that everybody takes over it.
 */
final class Diagram
{
    public const NONE = -1;
    /** A decision that the page offers and after which no state is left. */
    public const DEAD = -2;

    /** Why a state is not stocked; bits of $lacks. */
    public const MISSING_ROW = 1;
    public const ROW_SOLD_OUT = 2;
    public const VALUE_SOLD_OUT = 4;

    /** @var list<int> */
    public array $cells = [];

    /** @var list<list<list<int>>> position => group => letters that lead to the same places */
    public array $groups = [];

    /** @var list<list<list<int>>> position => node => child of each group */
    public array $edges = [];

    /** @var list<list<bool>> layer => node => whether its beginning is a trail */
    public array $trail = [];

    /** @var list<bool> for the nodes of the last layer whether they are stocked */
    public array $stocked = [];

    /**
     * @var list<int> for the nodes of the last layer what they lack; one bit for all where causes are not told apart
     */
    public array $lacks = [];

    /** @var list<bool> position => whether an option's decision ends with this cell */
    public array $endsOption = [];

    /** @var list<list<int|\GMP>> layer => node => states offered below it */
    public array $offered = [];

    /** @var list<list<int|\GMP>> layer => node => states offered and stocked below it */
    public array $selectable = [];

    /** @var array<int, array<int, true>> watched proposition => nodes (layer * 2^32 + node) where it became true */
    public array $watched = [];

    /** @var array<int, array<int, true>> condition of an option => nodes (layer * 2^32 + node) that hide it */
    public array $hiding = [];

    /**
     * @var array<int, array<int, true>> condition of a value => nodes (layer * 2^32 + node) that show its option but
     *                                   bar the value
     */
    public array $barring = [];

    /** @var array<int, array<int, int>> position => letter => its group; made when first asked for */
    private array $groupOf = [];

    /** @var array<int, array<int, true>> row => nodes (layer * 2^32 + node) at which it matched */
    public array $rows = [];

    /**
     * Without objects, to be kept.
     *
     * @return array<string, mixed>
     */
    public function toPlain(): array
    {
        $plain = [];
        foreach (get_object_vars($this) as $key => $value) {
            $plain[(string) $key] = $value;
        }
        unset($plain['groupOf']);

        return ['offered' => self::asText($this->offered), 'selectable' => self::asText($this->selectable)] + $plain;
    }

    /**
     * @param array<array-key, mixed> $plain from toPlain()
     */
    public static function fromPlain(array $plain): self
    {
        /**
         * @var array{
         *     cells: list<int>,
         *     groups: list<list<list<int>>>,
         *     edges: list<list<list<int>>>,
         *     trail: list<list<bool>>,
         *     stocked: list<bool>,
         *     lacks: list<int>,
         *     endsOption: list<bool>,
         *     offered: list<list<int|string>>,
         *     selectable: list<list<int|string>>,
         *     watched: array<int, array<int, true>>,
         *     hiding: array<int, array<int, true>>,
         *     barring: array<int, array<int, true>>,
         *     rows: array<int, array<int, true>>,
         * } $plain
         */
        $diagram = new self();
        [$diagram->cells, $diagram->groups, $diagram->edges] = [$plain['cells'], $plain['groups'], $plain['edges']];
        [$diagram->trail, $diagram->stocked, $diagram->lacks, $diagram->endsOption] = [
            $plain['trail'],
            $plain['stocked'],
            $plain['lacks'],
            $plain['endsOption'],
        ];
        [$diagram->watched, $diagram->hiding, $diagram->barring, $diagram->rows] = [
            $plain['watched'],
            $plain['hiding'],
            $plain['barring'],
            $plain['rows'],
        ];
        $diagram->offered = self::asCounts($plain['offered']);
        $diagram->selectable = self::asCounts($plain['selectable']);

        return $diagram;
    }

    /**
     * @param list<list<int|\GMP>> $layers
     *
     * @return list<list<int|string>>
     */
    private static function asText(array $layers): array
    {
        return array_map(
            static fn(array $layer): array => array_map(
                static fn(int|\GMP $count): int|string => $count instanceof \GMP ? gmp_strval($count, 36) : $count,
                $layer,
            ),
            $layers,
        );
    }

    /**
     * @param list<list<int|string>> $layers
     *
     * @return list<list<int|\GMP>>
     */
    private static function asCounts(array $layers): array
    {
        return array_map(
            static fn(array $layer): array => array_map(
                static fn(int|string $count): int|\GMP => is_string($count) ? gmp_init($count, 36) : $count,
                $layer,
            ),
            $layers,
        );
    }

    /** The node that a letter leads to; NONE or DEAD where there is none. */
    public function child(int $position, int $node, int $letter): int
    {
        if (!isset($this->groupOf[$position])) {
            $this->groupOf[$position] = [];
            foreach ($this->groups[$position] as $g => $letters) {
                $this->groupOf[$position] += array_fill_keys($letters, $g);
            }
        }
        $group = $this->groupOf[$position][$letter] ?? null;

        return null === $group ? self::NONE : $this->edges[$position][$node][$group];
    }

    /**
     * The letters of a selectable state with the fewest answers; there has to be one.
     *
     * @param list<Cell> $cells of the board
     *
     * @return array<int, int> cell => letter
     */
    public function fewestAnswers(array $cells): array
    {
        return $this->fewestBelow(0, 0, $this->leastAnswers($cells), $cells);
    }

    /**
     * How many answers a selectable state takes at least from each node on; null where none is below it.
     *
     * @param list<Cell> $cells of the board
     *
     * @return list<list<int|null>> layer => node
     */
    public function leastAnswers(array $cells): array
    {
        $below = array_map(
            static fn(int|\GMP $count): ?int => self::isZero($count) ? null : 0,
            $this->selectable[count($this->cells)],
        );
        $layers = [$below];
        for ($p = count($this->cells) - 1; $p >= 0; --$p) {
            $answers = $this->answersOf($p, $cells);
            $layer = [];
            foreach ($this->edges[$p] as $children) {
                Budget::ask();
                $least = null;
                foreach ($children as $group => $child) {
                    if ($child >= 0 && null !== $below[$child]) {
                        $sum = $below[$child] + $answers[$group];
                        $least = null === $least ? $sum : min($least, $sum);
                    }
                }
                $layer[] = $least;
            }
            $layers[] = $below = $layer;
        }

        return array_reverse($layers);
    }

    /**
     * The letters of the way on from a node with the fewest answers, the first of such; there has to be one.
     *
     * @param list<list<int|null>> $least from leastAnswers()
     * @param list<Cell> $cells of the board
     *
     * @return array<int, int> cell => letter
     */
    public function fewestBelow(int $position, int $node, array $least, array $cells): array
    {
        $letters = [];
        for ($p = $position, $last = count($this->cells); $p < $last; ++$p) {
            $answers = $this->answersOf($p, $cells);
            foreach ($this->edges[$p][$node] as $group => $child) {
                Budget::ask();
                $below = $child < 0 ? null : $least[$p + 1][$child];
                if (null !== $below && $below + $answers[$group] === $least[$p][$node]) {
                    [$letters[$this->cells[$p]], $node] = [$this->groups[$p][$group][0], $child];
                    break;
                }
            }
        }

        return $letters;
    }

    /**
     * @param list<Cell> $cells of the board
     *
     * @return list<int> group of a position => 1 where its letters answer, else 0
     */
    private function answersOf(int $position, array $cells): array
    {
        $none = $cells[$this->cells[$position]]->none();

        return array_map(static fn(array $letters): int => $letters[0] === $none ? 0 : 1, $this->groups[$position]);
    }

    /** Most nodes of a layer. */
    public function width(): int
    {
        return [] === $this->edges ? 1 : max(1, ...array_map(count(...), $this->edges));
    }

    public function nodes(): int
    {
        return array_sum(array_map(count(...), $this->edges));
    }

    /**
     * The first path in the order of the letters that leads to something; there has to be one.
     *
     * @param list<list<int|\GMP>> $counts offered or selectable
     * @param list<Cell> $cells of the board
     *
     * @return array<int, int> cell => letter
     */
    public function firstPath(array $counts, array $cells): array
    {
        $letters = [];
        $node = 0;
        foreach ($this->cells as $p => $cell) {
            for ($letter = 0; $letter < $cells[$cell]->size; ++$letter) {
                $child = $this->child($p, $node, $letter);
                if ($child >= 0 && !self::isZero($counts[$p + 1][$child])) {
                    [$letters[$cell], $node] = [$letter, $child];
                    break;
                }
            }
        }

        return $letters;
    }

    /** Counts paths from the end to the root. */
    public function countPaths(): void
    {
        $paths = new PathCounts($this);
        $this->offered = $paths->from(array_fill(0, count($this->stocked), 1));
        // Where nothing is short of stock, one is the other.
        $this->selectable = in_array(false, $this->stocked, true)
            ? $paths->from(array_map(static fn(bool $stocked): int => $stocked ? 1 : 0, $this->stocked))
            : $this->offered;
    }

    public static function isZero(int|\GMP $count): bool
    {
        return 0 === $count || ($count instanceof \GMP && 0 === gmp_sign($count));
    }

    /** What stands at the root: all states that are offered, or stocked too. */
    public static function root(?self $diagram, bool $stocked): \GMP
    {
        $counts = $stocked ? $diagram?->selectable : $diagram?->offered;
        $count = $counts[0][0] ?? 0;

        return $count instanceof \GMP ? $count : gmp_init($count);
    }

    /**
     * @param array<int, array<int, true>> $pins cell => letters that are let through; cells not named are free
     *
     * @return list<int> group => letters of it that the pins let through
     */
    public function ways(int $position, array $pins): array
    {
        $free = $pins[$this->cells[$position]] ?? null;

        return array_map(
            static fn(array $letters): int => null === $free
                ? count($letters)
                : count(array_filter($letters, static fn(int $l): bool => isset($free[$l]))),
            $this->groups[$position],
        );
    }
}
