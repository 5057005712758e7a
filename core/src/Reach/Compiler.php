<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Row;

/**
 * Compiles options that hang together into a diagram.
 *
 * Cells are decided one after another. A node keeps what still matters of the decisions made: for each
 * condition that a later option asks, what is left of it; obligations that answers given have brought
 * (none in walk order, but in circles and in other orders); the place in the tree of variant rows; the
 * picks of the several being answered. Two beginnings with equal notes are one node.
 */
final class Compiler
{
    /** Nodes of one diagram. About 400 bytes each, so a diagram stays under 200 MB. */
    public const MAX_NODES = 400_000;

    private const UNSTOCKED = 1;
    private const IMPOSSIBLE = 2;
    private const NO_TRAIL = 4;

    public function __construct(private readonly Board $board)
    {
    }

    /**
     * @param list<int>       $options     in the order of decision
     * @param int             $must        proposition that has to hold at the end
     * @param list<int>       $watch       propositions of which is noted where they become true
     * @param list<Automaton> $circles     what clicks reach in each group of circles
     * @param bool            $trails      whether decisions that the page offers, but no state follows, are kept
     * @param bool            $stockedOnly whether what is not stocked is left out
     *
     * @throws TooLarge
     */
    public function compile(array $options, int $must, array $watch = [], array $circles = [], bool $trails = false, bool $stockedOnly = false): Diagram
    {
        $board = $this->board;
        $props = $board->props;
        $diagram = new Diagram();
        $cells = [];
        $positionOf = [];
        foreach ($options as $option) {
            foreach ($board->cellsOf[$option] as $cell) {
                $positionOf[$cell] = count($cells);
                $cells[] = $cell;
            }
        }
        $diagram->cells = $cells;
        $last = count($cells) - 1;
        $trie = null === $board->setup->variants ? null : new RowTrie($board, $cells);
        $withRows = null !== $trie && [] !== $trie->cells;

        // Conditions that are followed: [proposition, first position it mentions, last position it is needed at].
        $followed = [];
        $asks = [];
        foreach ($options as $option) {
            foreach ($board->cellsOf[$option] as $i => $cell) {
                $lastOfOption = $positionOf[$board->cellsOf[$option][count($board->cellsOf[$option]) - 1]];
                foreach ([$board->shown[$option], ...(null === $board->cells[$cell]->bit ? $board->allowed[$option] : [$board->allowed[$option][$board->cells[$cell]->bit]])] as $p) {
                    if ($p > 1) {
                        $asks[$p] = max($asks[$p] ?? 0, $lastOfOption);
                    }
                }
            }
        }
        $watch = array_values(array_filter(array_unique($watch), static fn (int $p): bool => $p > 1));
        foreach ($watch as $p) {
            $asks[$p] = max($asks[$p] ?? 0, $last);
        }
        $isWatched = array_fill_keys($watch, true);
        foreach ($asks as $p => $until) {
            $mentioned = array_intersect_key($positionOf, $props->cellsOf($p));
            if ([] !== $mentioned) {
                $from = min($mentioned);
                if (isset($isWatched[$p])) {
                    $until = max($mentioned);
                }
                $followed[$p] = [$from, $until];
            }
        }
        // A watched proposition can be asked too; then it is followed as long as either needs it.
        foreach ($options as $option) {
            foreach ($board->cellsOf[$option] as $cell) {
                $at = $positionOf[$board->cellsOf[$option][count($board->cellsOf[$option]) - 1]];
                foreach ([$board->shown[$option], ...$board->allowed[$option]] as $p) {
                    if (isset($followed[$p]) && $followed[$p][1] < $at) {
                        $followed[$p][1] = $at;
                    }
                }
            }
        }

        $sets = [];
        foreach ([...array_keys($followed), $must, ...$watch] as $p) {
            $props->letterSets($p, $sets);
        }

        $rowStocks = array_map(static fn (Row $row): ?BigDecimal => $row->stock, $board->setup->variants->rows ?? []);
        $rowStart = $withRows ? 0 : -1;
        // Notes of a node: flags, row, picks, obligations of answers, obligations at the end,
        // values on offer before a several in a circle was begun, circles…, conditions…
        $fixed = 6 + count($circles);
        $root = [0, $rowStart, 0, Propositions::TRUE, $must, 0];
        foreach ($circles as $circle) {
            $root[] = $circle->start;
        }
        $layer = [$root];
        $diagram->trail[] = [true];
        $active = [];
        $total = 0;
        foreach ($cells as $p => $id) {
            $cell = $board->cells[$id];
            $option = $board->setup->options[$cell->option];
            $own = $board->cellsOf[$cell->option];
            $isFirst = $own[0] === $id;
            $isLast = $own[count($own) - 1] === $id;
            $isBit = null !== $cell->bit;
            $diagram->endsOption[] = $isLast;
            $shownProp = $board->shown[$cell->option];
            $inCircle = isset($board->dependencies->circleOf[$cell->option]);
            $slot = array_flip($active);
            $nextActive = [];
            /** @var list<array{int, int, bool}> $plan where each note of the next layer comes from: slot or -1, proposition, whether this cell changes it */
            $plan = [];
            foreach ($followed as $q => [$from, $until]) {
                if ($from <= $p && $until > $p) {
                    $nextActive[] = $q;
                    $plan[] = [isset($slot[$q]) ? $fixed + $slot[$q] : -1, $q, isset($props->cellsOf($q)[$id])];
                }
            }
            // Watched propositions whose last mention is here are looked at once more, then forgotten.
            $ending = [];
            foreach ($watch as $q) {
                if (isset($followed[$q]) && $followed[$q][0] <= $p && $followed[$q][1] === $p) {
                    $ending[] = [isset($slot[$q]) ? $fixed + $slot[$q] : -1, $q];
                }
            }
            $picksMin = $isBit ? max(1, $option->picks->min ?? 0) : 0;
            $picksMax = $isBit ? $option->picks?->max : null;
            $cap = !$isBit ? 0 : max(null === $picksMax ? 0 : $picksMax + 1, $picksMin > 1 || $option->required || $inCircle ? $picksMin : 0);
            $groups = $this->groups($id, $sets[$id] ?? [], null !== $trie && isset($trie->cells[$id]) ? $trie : null, $circles);
            $diagram->groups[] = $groups;
            $index = [];
            $next = [];
            $nextTrail = [];
            $edges = [];
            $shownSlot = isset($slot[$shownProp]) ? $fixed + $slot[$shownProp] : -1;
            foreach ($layer as $notes) {
                $shown = $shownSlot < 0 ? $shownProp : $notes[$shownSlot];
                $offer = $notes[5];
                if ($inCircle && $isBit && $isFirst && $props->holdsUnanswered($shown)) {
                    foreach ($board->allowed[$cell->option] as $bit => $q) {
                        $rest = $q > 1 && isset($slot[$q]) ? $notes[$fixed + $slot[$q]] : $q;
                        $offer |= $props->holdsUnanswered($rest) ? 1 << $bit : 0;
                    }
                }
                $children = [];
                foreach ($groups as $group) {
                    $letter = $group[0];
                    $answered = $letter !== $cell->size - 1;
                    [$flags, $row, $picks, $ought, $end] = $notes;
                    if ($answered) {
                        $allowedProp = $option->kind->isInput() ? Propositions::TRUE : $board->allowed[$cell->option][$cell->bit ?? $letter];
                        $allowed = $allowedProp > 1 && isset($slot[$allowedProp]) ? $notes[$fixed + $slot[$allowedProp]] : $allowedProp;
                        if (Propositions::FALSE === $allowed || Propositions::FALSE === $shown) {
                            $children[] = Diagram::NONE;
                            continue;
                        }
                        if ($inCircle && !($isBit ? 0 !== ($offer >> $cell->bit & 1) : $props->holdsUnanswered($shown) && $props->holdsUnanswered($allowed))) {
                            $flags |= self::NO_TRAIL;
                        }
                        if ($shown > 1 || $allowed > 1) {
                            $ought = $props->all([$ought, $shown, $allowed]);
                        }
                        if ($cap > 0) {
                            $picks = min($picks + 1, $cap);
                            if (null !== $picksMax && $picks > $picksMax) {
                                $children[] = Diagram::NONE;
                                continue;
                            }
                        }
                        if (0 === ($flags & self::UNSTOCKED) && !$option->kind->isInput() && !$board->stock->hasValue($cell->option, $cell->bit ?? $letter)) {
                            $flags |= self::UNSTOCKED;
                        }
                    }
                    if ($isLast && ($isBit ? 0 === $picks && ($cap > 0) : !$answered) && $option->required) {
                        if (Propositions::TRUE === $shown) {
                            $children[] = Diagram::NONE;
                            continue;
                        }
                        if ($inCircle && $props->holdsUnanswered($shown)) {
                            $flags |= self::NO_TRAIL;
                        }
                        $end = $props->all([$end, $props->not($shown)]);
                    }
                    if ($isBit && $isLast && $picks > 0 && $picks < $picksMin) {
                        $children[] = Diagram::NONE;
                        continue;
                    }
                    if ($isLast) {
                        $picks = 0;
                    }
                    $ought = $props->given($ought, $id, $letter);
                    $end = $props->given($end, $id, $letter);
                    if ($inCircle && $isLast && 0 === ($flags & self::NO_TRAIL) && !$props->holdsUnanswered($ought)) {
                        $flags |= self::NO_TRAIL;
                    }
                    if (Propositions::FALSE === $ought || Propositions::FALSE === $end) {
                        $flags |= self::IMPOSSIBLE;
                    }
                    $matched = null;
                    if ($row >= 0 && isset($trie->cells[$id])) {
                        $to = $trie->next[$row][$letter] ?? null;
                        if (null === $to) {
                            $flags |= self::UNSTOCKED;
                        } elseif ($to < 0) {
                            $matched = RowTrie::rowAt($to);
                            $row = -1;
                            if (!$board->setup->isEnough($rowStocks[$matched] ?? null)) {
                                $flags |= self::UNSTOCKED;
                            }
                        } else {
                            $row = $to;
                        }
                    }
                    if (0 !== ($flags & self::UNSTOCKED)) {
                        if ($stockedOnly) {
                            $children[] = Diagram::NONE;
                            continue;
                        }
                        $row = -1;
                    }
                    $after = [$flags, $row, $picks, $ought, $end, $isLast ? 0 : $offer];
                    foreach ($circles as $c => $circle) {
                        $node = $notes[6 + $c];
                        if (isset($circle->standsFor[$id]) && $node >= 0) {
                            $node = $circle->next[$node][$circle->standsFor[$id][$letter]] ?? -1;
                        }
                        if ($node < 0) {
                            $after[0] |= self::IMPOSSIBLE;
                        }
                        $after[] = $node;
                    }
                    if (0 !== ($after[0] & self::IMPOSSIBLE)) {
                        if (!$trails || 0 !== ($after[0] & self::NO_TRAIL)) {
                            $children[] = Diagram::NONE;
                            continue;
                        }
                        if ($isLast) {
                            $children[] = Diagram::DEAD;
                            continue;
                        }
                        $after[4] = $after[4] > 1 ? $after[4] : Propositions::TRUE;
                    }
                    $becameTrue = [];
                    foreach ($plan as [$from, $q, $changes]) {
                        $rest = $from < 0 ? $q : $notes[$from];
                        if ($changes && $rest > 1) {
                            $rest = $props->given($rest, $id, $letter);
                            if (Propositions::TRUE === $rest && isset($isWatched[$q])) {
                                $becameTrue[] = $q;
                            }
                        }
                        $after[] = $rest;
                    }
                    foreach ($ending as [$from, $q]) {
                        $rest = $from < 0 ? $q : $notes[$from];
                        if ($rest > 1 && Propositions::TRUE === $props->given($rest, $id, $letter)) {
                            $becameTrue[] = $q;
                        }
                    }
                    $key = implode(',', $after);
                    if (isset($index[$key])) {
                        $child = $index[$key];
                    } else {
                        $child = $index[$key] = count($next);
                        $next[] = $after;
                        $nextTrail[] = 0 === ($after[0] & self::NO_TRAIL);
                        if (++$total > self::MAX_NODES) {
                            throw $this->tooLarge($options, $nextActive);
                        }
                    }
                    $children[] = $child;
                    foreach ($becameTrue as $q) {
                        $diagram->watched[$q][($p + 1 << 32) + $child] = true;
                    }
                    if (null !== $matched) {
                        $diagram->rows[$matched][($p + 1 << 32) + $child] = true;
                    }
                }
                $edges[] = $children;
            }
            // An option whose condition is settled when its turn comes is shown in the nodes where it is true.
            if ($isFirst && $shownSlot >= 0) {
                foreach ($layer as $n => $notes) {
                    if (Propositions::TRUE === $notes[$shownSlot]) {
                        $diagram->watched[$shownProp][($p << 32) + $n] = true;
                    } else {
                        $diagram->hiding[$shownProp][($p << 32) + $n] = true;
                    }
                }
            }
            $diagram->edges[] = $edges;
            $diagram->trail[] = $nextTrail;
            $layer = $next;
            $active = $nextActive;
        }
        foreach ($layer as $notes) {
            $diagram->stocked[] = 0 === ($notes[0] & (self::UNSTOCKED | self::IMPOSSIBLE));
        }
        $diagram->countPaths();

        return $diagram;
    }

    /**
     * Letters of a cell that nothing tells apart.
     *
     * @param array<string, array<int, true>> $sets
     * @param list<Automaton>                 $circles
     *
     * @return list<list<int>>
     */
    private function groups(int $id, array $sets, ?RowTrie $trie, array $circles): array
    {
        $cell = $this->board->cells[$id];
        $inRows = $trie->letters[$id] ?? [];
        $groups = [];
        for ($letter = 0; $letter < $cell->size; ++$letter) {
            if ($letter === $cell->none()) {
                $key = 'none';
            } else {
                $key = isset($inRows[$letter]) ? 'r'.$letter : '';
                foreach ($sets as $set) {
                    $key .= isset($set[$letter]) ? '1' : '0';
                }
                if (!$this->board->isInput($cell->option)) {
                    $value = $cell->bit ?? $letter;
                    $key .= ';'.$this->board->allowed[$cell->option][$value].($this->board->stock->hasValue($cell->option, $value) ? '' : 's');
                }
                foreach ($circles as $circle) {
                    $key .= ';'.($circle->standsFor[$id][$letter] ?? '');
                }
            }
            $groups[$key][] = $letter;
        }

        return array_values($groups);
    }

    /**
     * @param list<int> $options
     * @param list<int> $active
     */
    private function tooLarge(array $options, array $active): TooLarge
    {
        $codes = [];
        foreach ($active as $p) {
            foreach (array_keys($this->board->props->cellsOf($p)) as $cell) {
                $code = $this->board->setup->options[$this->board->cells[$cell]->option]->code;
                $codes[$code] = ($codes[$code] ?? 0) + 1;
            }
        }
        arsort($codes);

        return new TooLarge(sprintf('More than %d situations have to be told apart among %d options.', self::MAX_NODES, count($options)), array_slice(array_map(strval(...), array_keys($codes)), 0, 12));
    }
}
