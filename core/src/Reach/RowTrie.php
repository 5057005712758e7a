<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

/**
 * The variant rows as a tree over the cells of the "by" options, in the order in which the cells are decided.
 */
final class RowTrie
{
    /** @var list<array<int, int>> node => letter => node, or -1 - row at the last cell */
    public array $next = [[]];

    /** @var array<int, true> cells that the tree asks */
    public array $cells = [];

    /** @var array<int, array<int, true>> cell => letters that some row asks for */
    public array $letters = [];

    /** The row of a tree without cells; null where nothing matches. */
    public ?int $only = null;

    /**
     * @param list<int> $order cells in the order of decision
     */
    public function __construct(Board $board, array $order)
    {
        $variants = $board->setup->variants;
        $by = [];
        foreach ($variants->by ?? [] as $i => $code) {
            $option = $board->setup->option($code);
            foreach (null === $option ? [] : $board->cellsOf[$option->index] as $cell) {
                if (null !== $option && $option->kind->isChoice()) {
                    $by[$cell] = $i;
                }
            }
        }
        $cells = array_values(array_filter($order, static fn(int $cell): bool => isset($by[$cell])));
        $this->cells = array_fill_keys($cells, true);
        $last = count($cells) - 1;
        foreach ($variants->rows ?? [] as $row) {
            $picks = $board->stock->picksOf($row);
            if (null === $picks) {
                continue;
            }
            if ($last < 0) {
                // Of a part of the setup that no row asks anything of, the first that can match says all.
                $this->only = $row->index;
                break;
            }
            $node = 0;
            foreach ($cells as $depth => $id) {
                $cell = $board->cells[$id];
                $picked = $picks[$by[$id]];
                $letter =
                    null === $cell->bit ? $picked[0] ?? $cell->none() : (in_array($cell->bit, $picked, true) ? 0 : 1);
                $this->letters[$id][$letter] = true;
                if ($depth === $last) {
                    // Where two rows match, the first counts.
                    $this->next[$node][$letter] ??= -1 - $row->index;
                } else {
                    if (!isset($this->next[$node][$letter])) {
                        $this->next[] = [];
                        $this->next[$node][$letter] = count($this->next) - 1;
                    }
                    $node = $this->next[$node][$letter];
                }
            }
        }
    }

    /**
     * The row that the mark of a last cell stands for.
     *
     * @return int<0, max>
     */
    public static function rowAt(int $mark): int
    {
        return max(0, -1 - $mark);
    }
}
