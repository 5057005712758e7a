<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Brick\Math\BigDecimal;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Row;
use Ithrel\Core\Work\Budget;

/**
 * Compiles options that hang together into a diagram. One compiler makes one diagram.
 *
 * Cells are decided one after another. A node keeps what still matters of the decisions made, its notes: for
 * each condition that a later option asks, what is left of it; obligations that answers given have brought
 * (none in walk order, but in circles and in other orders); the place in the tree of variant rows; the picks
 * of the several being answered. Two beginnings with equal notes are one node.
 *
 * Long, as its parts share the cell that is being decided and are asked some million times a setup: apart, they would
 * hand it on with every call.
 */
final class Compiler
{
    /** Nodes of one diagram. */
    public const MAX_NODES = 400_000;

    /** Nodes of one layer: their notes are what takes memory while it is compiled, up to 4 kB each. */
    public const MAX_WIDTH = 30_000;

    // Places of the notes that every node has; after them one for each group of circles, then one for each condition
    // followed.
    private const FLAGS = 0;
    private const ROW = 1;
    private const PICKS = 2;
    /** What answers given ask to stay true. */
    private const OUGHT = 3;
    /** What has to be true at the end. */
    private const END = 4;
    /** Which of the offers met: the values that were on offer before a several in a circle was begun. */
    private const OFFER = 5;
    private const FIXED = 6;

    private const MISSING_ROW = Diagram::MISSING_ROW;
    private const ROW_SOLD_OUT = Diagram::ROW_SOLD_OUT;
    private const VALUE_SOLD_OUT = Diagram::VALUE_SOLD_OUT;
    private const UNSTOCKED = self::MISSING_ROW | self::ROW_SOLD_OUT | self::VALUE_SOLD_OUT;
    private const IMPOSSIBLE = 8;
    private const NO_TRAIL = 16;

    private readonly Propositions $props;
    private readonly Diagram $diagram;
    private readonly Followed $followed;
    private readonly ?RowTrie $trie;

    /** @var list<BigDecimal|null> */
    private readonly array $rowStocks;

    /** @var array<int, array<string, array<int, true>>> */
    private readonly array $letterSets;

    /**
     * @var array<int, int> position => what has to hold at the end and is asked from there on; -1: what no cell
     *                      decides
     */
    private readonly array $beginsAt;

    private int $nodes = 0;

    // The cell being decided.
    private int $id = 0;
    private Cell $cell;
    private Option $option;
    private bool $isFirst = false;
    private bool $isLast = false;
    private bool $inCircle = false;

    /** Whether nothing but conditions, the required mark and stock has to be looked at: no several, row or circle. */
    private bool $isPlain = false;

    /** Where it is noted whether the option is shown (-1: nowhere), and the condition. */
    private int $shownAt = -1;
    private int $shown = Propositions::TRUE;

    /**
     * @var list<array{
     *     int,
     *     bool,
     *     int,
     *     int,
     *     bool,
     * }>  for each group a letter, whether it answers, place of the note of its condition (-1: none), its condition,
     *     and whether it is in stock
     */
    private array $plain = [];

    /** What has to hold at the end and is asked from this cell on. */
    private int $begins = Propositions::TRUE;

    /** Picks are told apart up to here; 0 where their number does not matter. */
    private int $cap = 0;

    /** @var array<int, int> proposition => place of its note */
    private array $noteOf = [];

    /**
     * @var list<array{
     *     int,
     *     int,
     * }>  for each condition noted in the next layer its place now (-1: not yet followed), and its proposition
     */
    private array $plan = [];

    /** @var list<array{int, int}> those that this cell changes: position in the plan, proposition */
    private array $changing = [];

    /** @var list<int>|null what the node being left has noted of the plan's conditions, the same for all its letters */
    private ?array $carried = null;

    /** @var list<array{int, int}> the plan, with 0 in the place of what this cell changes */
    private array $kept = [];

    /** @var list<int> places of the notes that plain decisions hang on */
    private array $telling = [];

    /** @var array<string, list<int|array{string, array<int, int>, list<int>}>> these notes => what decisions lead to */
    private array $decisions = [];

    /** @var list<int> watched propositions that this cell settles */
    private array $settled = [];

    /** @var list<string> offers met, each a 0 or 1 for every value; the first stands for "no several is begun" */
    private array $offers = [''];

    /** @var array<array-key, int> */
    private array $offerNumbers = ['' => 0];

    /** @var array<string, int> nodes of the next layer by their notes */
    private array $index = [];

    /** @var list<array<int, int>> their notes */
    private array $next = [];

    /** @var list<bool> whether the beginning of each is a trail */
    private array $trail = [];

    // What the last decision brought about.
    /** @var list<int> */
    private array $becameTrue = [];
    private ?int $matchedRow = null;

    /**
     * @param list<int> $options in the order of decision
     * @param int $must proposition that has to hold at the end
     * @param list<int> $watch propositions of which is noted where they become true
     * @param list<Automaton> $circles what clicks reach in each group of circles
     * @param bool $trails whether decisions that the page offers, but no state follows, are kept
     * @param bool $stockedOnly whether what is not stocked is left out
     * @param bool $causes whether nodes are told apart by why they are not stocked
     */
    private function __construct(
        private readonly Board $board,
        private readonly array $options,
        int $must,
        array $watch,
        private readonly array $circles,
        private readonly bool $trails,
        private readonly bool $stockedOnly,
        private readonly bool $causes,
    ) {
        $this->props = $board->props;
        $this->diagram = new Diagram();
        foreach ($options as $option) {
            array_push($this->diagram->cells, ...$board->cellsOf[$option]);
        }
        $this->followed = new Followed($board, $options, $this->diagram->cells, $watch);
        $trie = null === $board->setup->variants ? null : new RowTrie($board, $this->diagram->cells);
        $this->trie = [] === $trie?->cells ? null : $trie;
        $this->rowStocks = array_map(
            static fn(Row $row): ?BigDecimal => $row->stock,
            $board->setup->variants->rows ?? [],
        );
        $this->letterSets = $this->followed->letterSets($must);
        $this->beginsAt = $this->beginnings($must);
    }

    /**
     * @param list<int> $options see the constructor
     * @param list<int> $watch
     * @param list<Automaton> $circles
     *
     * @throws TooLarge
     */
    public static function compile(
        Board $board,
        array $options,
        int $must,
        array $watch = [],
        array $circles = [],
        bool $trails = false,
        bool $stockedOnly = false,
        bool $causes = false,
    ): Diagram {
        return (new self($board, $options, $must, $watch, $circles, $trails, $stockedOnly, $causes))->run();
    }

    /**
     * @throws TooLarge
     */
    private function run(): Diagram
    {
        $layer = [
            [
                0,
                null === $this->trie ? -1 : 0,
                0,
                Propositions::TRUE,
                $this->beginsAt[-1] ?? Propositions::TRUE,
                0,
                ...array_map(static fn(Automaton $circle): int => $circle->start, $this->circles),
            ],
        ];
        $this->diagram->trail[] = [true];
        $active = [];
        foreach ($this->diagram->cells as $position => $id) {
            $next = $this->followed->after($position);
            $this->enter($position, $id, $active, $next);
            if ($this->isFirst) {
                $this->noteWhereShown($position, $layer);
            }
            $layer = $this->decideAll($position, $layer);
            $active = $next;
        }
        foreach ($layer as $notes) {
            Budget::ask();
            $this->diagram->stocked[] = 0 === ($notes[self::FLAGS] & self::UNSTOCKED);
            $this->diagram->lacks[] = $notes[self::FLAGS] & self::UNSTOCKED;
        }
        $this->diagram->countPaths();

        return $this->diagram;
    }

    /**
     * @param list<int> $active conditions followed up to here
     * @param list<int> $next conditions followed from here on
     */
    private function enter(int $position, int $id, array $active, array $next): void
    {
        $this->id = $id;
        $this->cell = $this->board->cells[$id];
        $this->option = $this->board->setup->options[$this->cell->option];
        $own = $this->board->cellsOf[$this->cell->option];
        $this->isFirst = $own[0] === $id;
        $this->isLast = $own[count($own) - 1] === $id;
        $this->inCircle = isset($this->board->dependencies->circleOf[$this->cell->option]);
        $this->begins = $this->beginsAt[$position] ?? Propositions::TRUE;
        $this->cap = null === $this->cell->bit ? 0 : $this->capOf($this->option);
        $this->noteOf = [];
        foreach ($active as $i => $p) {
            $this->noteOf[$p] = self::FIXED + count($this->circles) + $i;
        }
        $this->shown = $this->board->shown[$this->cell->option];
        $this->shownAt = $this->noteOf[$this->shown] ?? -1;
        $this->plan = $this->changing = [];
        foreach ($next as $i => $p) {
            $this->plan[] = [$this->noteOf[$p] ?? -1, $p];
            if (isset($this->props->cellsOf($p)[$id])) {
                $this->changing[] = [$i, $p];
            }
        }
        $this->settled = $this->followed->settledAt($position);
        $this->isPlain =
            null === $this->cell->bit &&
            !$this->inCircle &&
            [] === $this->circles &&
            !isset($this->trie->cells[$id]) &&
            Propositions::TRUE === $this->begins;
        $this->decisions = [];
        $this->kept = array_values(
            array_replace($this->plan, array_fill_keys(array_column($this->changing, 0), [-1, 0])),
        );
        $this->diagram->endsOption[] = $this->isLast;
        $this->diagram->groups[] = $groups = $this->groups();
        $this->plain = [];
        foreach ($this->isPlain ? $groups : [] as [$letter]) {
            $isAnswer = $letter !== $this->cell->none();
            $isChoice = $isAnswer && !$this->option->kind->isInput();
            $p = $isChoice ? $this->board->allowed[$this->cell->option][$letter] : Propositions::TRUE;
            $this->plain[] = [
                $letter,
                $isAnswer,
                $this->noteOf[$p] ?? -1,
                $p,
                !$isChoice || $this->board->stock->hasValue($this->cell->option, $letter),
            ];
        }
        $places = [
            $this->shownAt,
            ...array_column($this->plain, 2),
            ...array_map(fn(array $change): int => $this->plan[$change[0]][0], $this->changing),
            ...array_map(fn(int $p): int => $this->noteOf[$p] ?? -1, $this->settled),
        ];
        $this->telling = array_values(array_unique(array_filter($places, static fn(int $place): bool => $place >= 0)));
    }

    /**
     * What has to hold at the end, by the position from which on it is asked: nodes need not carry all of it from the
     * first, and what is left of it is made anew only where it is asked.
     *
     * @return array<int, int> position => proposition; -1: what no cell here decides
     */
    private function beginnings(int $must): array
    {
        $positionOf = array_flip($this->diagram->cells);
        $parts = [];
        foreach ($this->props->conjuncts($must) as $part) {
            $positions = array_intersect_key($positionOf, $this->props->cellsOf($part));
            $parts[[] === $positions ? -1 : min($positions)][] = $part;
        }

        return array_map($this->props->all(...), $parts);
    }

    private function capOf(Option $several): int
    {
        $min = $this->leastPicks($several);
        $max = $several->picks?->max;

        return max(null === $max ? 0 : $max + 1, $min > 1 || $several->required || $this->inCircle ? $min : 0);
    }

    /** The fewest picks of a several that has any. */
    private function leastPicks(Option $several): int
    {
        return max(1, $several->picks->min ?? 0);
    }

    /**
     * Where the conditions of an option and its values are settled when its turn comes, the nodes tell where it is
     * shown and what it bars.
     *
     * @param list<array<int, int>> $layer
     */
    private function noteWhereShown(int $position, array $layer): void
    {
        $shown = $this->board->shown[$this->cell->option];
        $own = [];
        foreach ($this->board->allowed[$this->cell->option] as $p) {
            if ($p !== $shown && isset($this->noteOf[$p])) {
                $own[$p] = $this->noteOf[$p];
            }
        }
        $at = $this->noteOf[$shown] ?? null;
        if (null === $at && [] === $own) {
            return;
        }
        foreach ($layer as $node => $notes) {
            if (null !== $at && Propositions::TRUE !== $notes[$at]) {
                $this->diagram->hiding[$shown][($position << 32) + $node] = true;
                continue;
            }
            if (null !== $at) {
                $this->diagram->watched[$shown][($position << 32) + $node] = true;
            }
            foreach ($own as $p => $place) {
                if (Propositions::TRUE !== $notes[$place]) {
                    $this->diagram->barring[$p][($position << 32) + $node] = true;
                }
            }
        }
    }

    /**
     * @param list<array<int, int>> $layer notes of each node
     *
     * @return list<array<int, int>> notes of the nodes of the next layer
     *
     * @throws TooLarge
     */
    private function decideAll(int $position, array $layer): array
    {
        $this->index = $this->next = $this->trail = $edges = [];
        foreach ($layer as $notes) {
            Budget::ask();
            $this->carried = null;
            if ($this->inCircle && $this->isFirst && null !== $this->cell->bit) {
                $notes[self::OFFER] = $this->offer($notes);
            }
            if (Propositions::TRUE !== $this->begins) {
                $notes[self::END] = $this->props->all([$notes[self::END], $this->begins]);
            }
            $isPlain =
                $this->isPlain &&
                0 === $notes[self::FLAGS] &&
                Propositions::TRUE === $notes[self::OUGHT] &&
                Propositions::TRUE === $notes[self::END];
            $edges[] = $isPlain ? $this->childrenPlainly($position, $notes) : $this->children($position, $notes);
        }
        $this->diagram->edges[] = $edges;
        $this->diagram->trail[] = $this->trail;

        return $this->next;
    }

    /**
     * @param array<int, int> $notes of a node
     *
     * @return list<int> where the letters of each group lead
     *
     * @throws TooLarge
     */
    private function children(int $position, array $notes): array
    {
        $children = [];
        foreach ($this->diagram->groups[$position] as $group) {
            $children[] = $this->childOf($position, $notes, $group[0]);
        }

        return $children;
    }

    /**
     * The same where decisions are plain, the node lacks nothing and nothing is obliged yet, as it mostly is: what the
     * decisions lead to hangs on a few notes then, and is worked out once for all nodes that have these alike.
     *
     * @param array<int, int> $notes
     *
     * @return list<int>
     *
     * @throws TooLarge
     */
    private function childrenPlainly(int $position, array $notes): array
    {
        $alike = '';
        foreach ($this->telling as $place) {
            $alike .= $notes[$place] . ',';
        }
        $decisions = $this->decisions[$alike] ??= $this->plainDecisions($notes);
        $after = array_slice($notes, 0, self::FIXED);
        foreach ($this->kept as [$place, $p]) {
            $after[] = $place < 0 ? $p : $notes[$place];
        }
        $beginning = implode(',', $after);
        $children = [];
        foreach ($decisions as $decision) {
            if (is_int($decision)) {
                $children[] = $decision < 0 ? $decision : $this->childOf($position, $notes, $decision);
                continue;
            }
            $key = $beginning . $decision[0];
            if ([] === $decision[2] && isset($this->index[$key])) {
                $children[] = $this->index[$key];
                continue;
            }
            [$this->becameTrue, $this->matchedRow] = [$decision[2], null];
            $children[] = $this->nodeOf($position, array_replace($after, $decision[1]), $key);
        }

        return $children;
    }

    /**
     * What the decisions of a plain cell lead to: nothing (Diagram::NONE), or the notes that the cell changes, as a key
     * and by place, with the conditions that became true; the letter alone where it takes more to know.
     *
     * @param array<int, int> $notes of a node
     *
     * @return list<int|array{string, array<int, int>, list<int>}>
     */
    private function plainDecisions(array $notes): array
    {
        $shown = $this->shownAt < 0 ? $this->shown : $notes[$this->shownAt];
        $decisions = [];
        foreach ($this->plain as [$letter, $isAnswer, $place, $p, $inStock]) {
            $allowed = $place < 0 ? $p : $notes[$place];
            if ($shown > Propositions::TRUE || $allowed > Propositions::TRUE || !$inStock) {
                $decisions[] = $letter;
                continue;
            }
            if (
                $isAnswer
                    ? Propositions::TRUE !== $shown || Propositions::TRUE !== $allowed
                    : $this->option->required && Propositions::TRUE === $shown
            ) {
                $decisions[] = Diagram::NONE;
                continue;
            }
            $this->becameTrue = $changed = [];
            $key = '';
            foreach ($this->changing as [$i, $condition]) {
                [$noted, $whole] = $this->plan[$i];
                $left = $noted < 0 ? $whole : $notes[$noted];
                if ($left > Propositions::TRUE) {
                    $left = $this->props->given($left, $this->id, $letter);
                    if (Propositions::TRUE === $left && isset($this->followed->watched[$condition])) {
                        $this->becameTrue[] = $condition;
                    }
                }
                $changed[self::FIXED + $i] = $left;
                $key .= ',' . $left;
            }
            $this->noteSettled($notes, $letter);
            $decisions[] = [$key, $changed, $this->becameTrue];
        }

        return $decisions;
    }

    /**
     * Where a letter leads.
     *
     * @param array<int, int> $notes of a node
     *
     * @throws TooLarge
     */
    private function childOf(int $position, array $notes, int $letter): int
    {
        $after = $this->decide($notes, $letter);

        return is_int($after) ? $after : $this->nodeOf($position, $after);
    }

    /**
     * The node that has some notes in the next layer.
     *
     * @param array<int, int> $after
     *
     * @throws TooLarge
     */
    private function nodeOf(int $position, array $after, ?string $key = null): int
    {
        $key ??= $this->key($after);
        if (!isset($this->index[$key])) {
            $this->index[$key] = count($this->next);
            $this->next[] = $after;
            $this->trail[] = 0 === ($after[self::FLAGS] & self::NO_TRAIL);
            if (++$this->nodes > self::MAX_NODES || count($this->next) > self::MAX_WIDTH) {
                throw $this->tooLarge();
            }
        }
        $child = $this->index[$key];
        foreach ($this->becameTrue as $p) {
            $this->diagram->watched[$p][(($position + 1) << 32) + $child] = true;
        }
        if (null !== $this->matchedRow) {
            $this->diagram->rows[$this->matchedRow][(($position + 1) << 32) + $child] = true;
        }

        return $child;
    }

    /**
     * Equal for equal notes: first what the cell leaves as it is, then the conditions that it changes.
     *
     * @param array<int, int> $after
     */
    private function key(array $after): string
    {
        $key = $this->keyBeginning($after);
        foreach ($this->changing as [$i]) {
            $key .= ',' . $after[self::FIXED + count($this->circles) + $i];
        }

        return $key;
    }

    /**
     * @param array<int, int> $after
     */
    private function keyBeginning(array $after): string
    {
        foreach ($this->changing as [$i]) {
            $after[self::FIXED + count($this->circles) + $i] = 0;
        }

        return implode(',', $after);
    }

    /**
     * @param array<int, int> $notes
     *
     * @return array<int, int>|int the notes after the decision; Diagram::NONE or Diagram::DEAD where nothing follows it
     */
    private function decide(array $notes, int $letter): array|int
    {
        $this->becameTrue = [];
        $this->matchedRow = null;
        $after = array_slice($notes, 0, self::FIXED);
        $shown = $this->left($this->board->shown[$this->cell->option], $notes);
        $answered = $letter !== $this->cell->none();
        if ($answered && !$this->answer($after, $notes, $letter, $shown)) {
            return Diagram::NONE;
        }
        if ($this->isLast && !$this->close($after, $shown, $answered)) {
            return Diagram::NONE;
        }
        $after[self::OUGHT] = $this->props->given($after[self::OUGHT], $this->id, $letter);
        $after[self::END] = $this->props->given($after[self::END], $this->id, $letter);
        if ($this->isLast && $this->inCircle && !$this->props->holdsUnanswered($after[self::OUGHT])) {
            // A later answer would have to come first, or this one takes an earlier one back.
            $after[self::FLAGS] |= self::NO_TRAIL;
        }
        if (Propositions::FALSE === $after[self::OUGHT] || Propositions::FALSE === $after[self::END]) {
            $after[self::FLAGS] |= self::IMPOSSIBLE;
        }
        $this->matchRow($after, $letter);
        if (!$this->goesOnUnstocked($after)) {
            return Diagram::NONE;
        }
        $this->followCircles($after, $notes, $letter);
        if (0 !== ($after[self::FLAGS] & self::IMPOSSIBLE)) {
            if (!$this->trails || 0 !== ($after[self::FLAGS] & self::NO_TRAIL)) {
                return Diagram::NONE;
            }
            if ($this->isLast) {
                return Diagram::DEAD;
            }
            // Within a several the answer is not yet whole; that it is in vain is remembered by the flag.
            $after[self::END] = Propositions::TRUE;
        }
        $this->followConditions($after, $notes, $letter);

        return $after;
    }

    /**
     * Whether a state is followed though it is not in stock.
     *
     * @param array<int, int> $after
     */
    private function goesOnUnstocked(array &$after): bool
    {
        if (0 === ($after[self::FLAGS] & self::UNSTOCKED)) {
            return true;
        }
        // Nothing more can be made of the row, unless a missing one is to be told from a sold-out value.
        if (!$this->causes || 0 !== ($after[self::FLAGS] & (self::MISSING_ROW | self::ROW_SOLD_OUT))) {
            $after[self::ROW] = -1;
        }

        return !$this->stockedOnly;
    }

    /**
     * Takes an answer: is it allowed, what does it oblige to, is it in stock?
     *
     * @param array<int, int> $after
     * @param array<int, int> $notes
     */
    private function answer(array &$after, array $notes, int $letter, int $shown): bool
    {
        $isInput = $this->option->kind->isInput();
        $value = $this->cell->bit ?? $letter;
        $allowed = $isInput ? $shown : $this->left($this->board->allowed[$this->cell->option][$value], $notes);
        if (Propositions::FALSE === $allowed || Propositions::FALSE === $shown) {
            return false;
        }
        if ($this->inCircle && !$this->isOnOffer($after, $shown, $allowed)) {
            $after[self::FLAGS] |= self::NO_TRAIL;
        }
        if ($shown > Propositions::TRUE || $allowed > Propositions::TRUE) {
            $after[self::OUGHT] = $this->props->all([$after[self::OUGHT], $shown, $allowed]);
        }
        if ($this->cap > 0) {
            $after[self::PICKS] = min($after[self::PICKS] + 1, $this->cap);
            if (null !== $this->option->picks?->max && $after[self::PICKS] > $this->option->picks->max) {
                return false;
            }
        }
        if (!$isInput && !$this->board->stock->hasValue($this->cell->option, $value)) {
            $this->miss($after, self::VALUE_SOLD_OUT);
        }

        return true;
    }

    /**
     * @param array<int, int> $after
     */
    private function isOnOffer(array $after, int $shown, int $allowed): bool
    {
        return null === $this->cell->bit
            ? $this->props->holdsUnanswered($shown) && $this->props->holdsUnanswered($allowed)
            : '1' === $this->offers[$after[self::OFFER]][$this->cell->bit];
    }

    /**
     * The number of the offer that the page makes in a several before it is begun; equal offers have one number.
     *
     * @param array<int, int> $notes
     */
    private function offer(array $notes): int
    {
        $offer = '';
        foreach ($this->board->allowed[$this->cell->option] as $p) {
            $offer .= $this->props->holdsUnanswered($this->left($p, $notes)) ? '1' : '0';
        }
        if (!isset($this->offerNumbers[$offer])) {
            $this->offerNumbers[$offer] = count($this->offers);
            $this->offers[] = $offer;
        }

        return $this->offerNumbers[$offer];
    }

    /**
     * Ends an option: is it answered where it has to be, with as many picks as it needs?
     *
     * @param array<int, int> $after
     */
    private function close(array &$after, int $shown, bool $answered): bool
    {
        $picks = $after[self::PICKS];
        $after[self::PICKS] = $after[self::OFFER] = 0;
        $isEmpty = null === $this->cell->bit ? !$answered : $this->cap > 0 && 0 === $picks;
        if ($isEmpty && $this->option->required) {
            if (Propositions::TRUE === $shown) {
                return false;
            }
            if ($this->inCircle && $this->props->holdsUnanswered($shown)) {
                $after[self::FLAGS] |= self::NO_TRAIL;
            }
            $after[self::END] = $this->props->all([$after[self::END], $this->props->not($shown)]);
        }

        return 0 === $picks || $picks >= $this->leastPicks($this->option);
    }

    /**
     * @param array<int, int> $after
     */
    private function matchRow(array &$after, int $letter): void
    {
        if (null === $this->trie || $after[self::ROW] < 0 || !isset($this->trie->cells[$this->id])) {
            return;
        }
        $to = $this->trie->next[$after[self::ROW]][$letter] ?? null;
        if (null === $to) {
            $this->miss($after, self::MISSING_ROW);
        } elseif ($to >= 0) {
            $after[self::ROW] = $to;
        } else {
            $after[self::ROW] = -1;
            $this->matchedRow = RowTrie::rowAt($to);
            if (!$this->board->setup->isEnough($this->rowStocks[$this->matchedRow] ?? null)) {
                $this->miss($after, self::ROW_SOLD_OUT);
            }
        }
    }

    /**
     * @param array<int, int> $after
     */
    private function miss(array &$after, int $cause): void
    {
        $after[self::FLAGS] |= $this->causes ? $cause : self::MISSING_ROW;
    }

    /**
     * @param array<int, int> $after
     * @param array<int, int> $notes
     */
    private function followCircles(array &$after, array $notes, int $letter): void
    {
        foreach ($this->circles as $i => $circle) {
            $node = $notes[self::FIXED + $i];
            if ($node >= 0 && isset($circle->standsFor[$this->id])) {
                $node = $circle->next[$node][$circle->standsFor[$this->id][$letter]] ?? -1;
            }
            if ($node < 0) {
                $after[self::FLAGS] |= self::IMPOSSIBLE;
            }
            $after[] = $node;
        }
    }

    /**
     * @param array<int, int> $after
     * @param array<int, int> $notes
     */
    private function followConditions(array &$after, array $notes, int $letter): void
    {
        $carried = $this->carried ??= array_map(
            static fn(array $condition): int => $condition[0] < 0 ? $condition[1] : $notes[$condition[0]],
            $this->plan,
        );
        foreach ($this->changing as [$i, $p]) {
            if ($carried[$i] > Propositions::TRUE) {
                $carried[$i] = $this->props->given($carried[$i], $this->id, $letter);
                if (Propositions::TRUE === $carried[$i] && isset($this->followed->watched[$p])) {
                    $this->becameTrue[] = $p;
                }
            }
        }
        foreach ($carried as $left) {
            $after[] = $left;
        }
        $this->noteSettled($notes, $letter);
    }

    /**
     * @param array<int, int> $notes
     */
    private function noteSettled(array $notes, int $letter): void
    {
        foreach ($this->settled as $p) {
            $left = $this->left($p, $notes);
            if ($left > Propositions::TRUE && Propositions::TRUE === $this->props->given($left, $this->id, $letter)) {
                $this->becameTrue[] = $p;
            }
        }
    }

    /**
     * What is left of a condition.
     *
     * @param array<int, int> $notes
     */
    private function left(int $p, array $notes): int
    {
        return isset($this->noteOf[$p]) ? $notes[$this->noteOf[$p]] : $p;
    }

    /**
     * Letters of the cell that nothing tells apart.
     *
     * @return list<list<int>>
     */
    private function groups(): array
    {
        $inRows = $this->trie->letters[$this->id] ?? [];
        $groups = [];
        for ($letter = 0; $letter < $this->cell->size; ++$letter) {
            $key = 'none';
            if ($letter !== $this->cell->none()) {
                $key = isset($inRows[$letter]) ? 'r' . $letter : '';
                foreach ($this->letterSets[$this->id] ?? [] as $set) {
                    $key .= isset($set[$letter]) ? '1' : '0';
                }
                if (!$this->option->kind->isInput()) {
                    $value = $this->cell->bit ?? $letter;
                    $key .=
                        ';' .
                        $this->board->allowed[$this->cell->option][$value] .
                        ($this->board->stock->hasValue($this->cell->option, $value) ? '' : 's');
                }
                foreach ($this->circles as $circle) {
                    $key .= ';' . ($circle->standsFor[$this->id][$letter] ?? '');
                }
            }
            $groups[$key][] = $letter;
        }

        return array_values($groups);
    }

    private function tooLarge(): TooLarge
    {
        $codes = [];
        foreach ($this->plan as [, $p]) {
            foreach (array_keys($this->props->cellsOf($p)) as $cell) {
                $code = $this->board->setup->options[$this->board->cells[$cell]->option]->code;
                $codes[$code] = ($codes[$code] ?? 0) + 1;
            }
        }
        arsort($codes);
        // Where nothing but the picks of one option is told apart, it is that one.
        $codes = [] === $codes ? [$this->option->code => 1] : $codes;

        return new TooLarge(
            sprintf(
                'More than %d situations have to be told apart%s among %d options.',
                $this->nodes > self::MAX_NODES ? self::MAX_NODES : self::MAX_WIDTH,
                $this->nodes > self::MAX_NODES ? '' : ' at once',
                count($this->options),
            ),
            array_slice(array_map(strval(...), array_keys($codes)), 0, 12),
        );
    }
}
