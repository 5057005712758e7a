<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Work\Budget;

/**
 * The combinations of a set in listing order, each by its number, under pins.
 *
 * A set is a product of diagrams (one a component), or what is left of such a product when a smaller
 * one is taken away: dead ends are offered without selectable, wrong sales are selectable without safe.
 */
final class Listing
{
    public const OFFERED = 'offered';
    public const SELECTABLE = 'selectable';
    public const WRONG_SALE = 'wrong-sale';
    public const DEAD_END = 'dead-end';
    public const SETS = [self::SELECTABLE, self::OFFERED, self::WRONG_SALE, self::DEAD_END];

    /** @var list<int> cells in display order */
    private readonly array $cells;

    private readonly ListedSet $walked;

    /**
     * @param string $set one of SETS
     * @param array<int, array<int, true>> $pins cell => letters that are let through; cells not named are free
     * @param array<int, int> $typed cell of an input => the letter (class) that is typed
     *
     * @throws TooLarge
     */
    public function __construct(
        private readonly Reach $reach,
        private readonly string $set = self::SELECTABLE,
        private readonly array $pins = [],
        array $typed = [],
    ) {
        $board = $reach->board;
        $cells = [];
        foreach ($board->setup->options as $option) {
            if ($option->kind->isChoice()) {
                array_push($cells, ...$board->cellsOf[$option->index]);
            }
        }
        $this->cells = $cells;
        $this->walked = new ListedSet($reach, $set, $pins, $typed);
    }

    public function total(): \GMP
    {
        return $this->walked->count($this->walked->start());
    }

    /**
     * The combination with a number, from 0.
     *
     * @throws \OutOfRangeException
     */
    public function at(\GMP $number): State
    {
        foreach ($this->from($number, 1) as $state) {
            return $state;
        }
        throw new \OutOfRangeException(sprintf('There is no combination number %s.', gmp_strval($number)));
    }

    /**
     * Combinations from a number on, in listing order.
     *
     * @return iterable<State>
     */
    public function from(\GMP $number, int $limit): iterable
    {
        if ($limit < 1) {
            return;
        }
        foreach ($this->beginnings($number, count($this->cells)) as [$letters]) {
            yield $this->state($letters);
            if (--$limit < 1) {
                return;
            }
        }
    }

    /**
     * Cells in display order.
     *
     * @return list<int>
     */
    public function cells(): array
    {
        return $this->cells;
    }

    /**
     * The ways to decide the first cells, in listing order, from the one that holds the combination with a number.
     *
     * @return iterable<array{list<int>, list<array{int, int}>, \GMP}> letters of the first cells, where the diagrams
     *                                                                 stand after
     *                                                                 them, and how many combinations that begin so
     *                                                                 come before the number
     */
    public function beginnings(\GMP $number, int $depth): iterable
    {
        if (gmp_sign($number) < 0 || gmp_cmp($number, $this->total()) >= 0) {
            return;
        }
        $letters = array_fill(0, $depth + 1, -1);
        $nodes = [$this->walked->start()];
        $skip = $number;
        $at = 0;
        while ($at >= 0) {
            Budget::ask();
            if ($at === $depth) {
                yield [array_slice($letters, 0, $depth), $nodes[$at], $skip];
                $skip = gmp_init(0);
                --$at;
                continue;
            }
            $cell = $this->cells[$at];
            $size = $this->reach->board->cells[$cell]->size;
            $advanced = false;
            for ($letter = $letters[$at] + 1; $letter < $size; ++$letter) {
                $next = $this->walked->step($nodes[$at], $cell, $letter);
                if (null === $next || $this->walked->isNothing($next)) {
                    continue;
                }
                if (0 !== gmp_sign($skip)) {
                    $below = $this->walked->count($next);
                    if (gmp_cmp($skip, $below) >= 0) {
                        $skip = gmp_sub($skip, $below);
                        continue;
                    }
                }
                $letters[$at] = $letter;
                $nodes[++$at] = $next;
                $letters[$at] = -1;
                $advanced = true;
                break;
            }
            if (!$advanced) {
                --$at;
            }
        }
    }

    /**
     * The ways to decide the remaining cells, in listing order.
     *
     * @param list<array{int, int}> $nodes where the diagrams stand, from beginnings()
     *
     * @return list<list<int>> letters of the cells from a depth on
     */
    public function endings(array $nodes, int $depth): array
    {
        $open = [[[], $nodes]];
        for ($at = $depth, $count = count($this->cells); $at < $count; ++$at) {
            $next = [];
            $cell = $this->cells[$at];
            foreach ($open as [$letters, $here]) {
                Budget::ask();
                for ($letter = 0, $size = $this->reach->board->cells[$cell]->size; $letter < $size; ++$letter) {
                    $after = $this->walked->step($here, $cell, $letter);
                    if (null !== $after && !$this->walked->isNothing($after)) {
                        $next[] = [[...$letters, $letter], $after];
                    }
                }
            }
            $open = $next;
        }

        return array_map(static fn(array $ending): array => $ending[0], $open);
    }

    /**
     * Whether two standings of the diagrams have the same endings from a depth on: equal keys, equal endings.
     *
     * @param list<array{int, int}> $nodes
     */
    public function endingKey(array $nodes, int $depth): string
    {
        $key = '';
        $open = [];
        foreach (array_slice($this->cells, $depth) as $cell) {
            foreach ($this->walked->at[$cell] ?? [] as [$d]) {
                $open[$d] = true;
            }
        }
        foreach (array_keys($open) as $d) {
            $key .= $d . ':' . $nodes[$d][0] . ':' . $nodes[$d][1] . ';';
        }
        if (self::OFFERED !== $this->set && self::SELECTABLE !== $this->set) {
            // In these sets what is settled elsewhere decides what is left here.
            $key = json_encode($nodes, JSON_THROW_ON_ERROR);
        }

        return $key;
    }

    /**
     * The first combination that is here and not in a smaller set of the same setup; null where there is none.
     *
     * @param self $smaller all of whose combinations are here
     */
    public function firstBeyond(self $smaller): ?State
    {
        $nodes = $this->walked->start();
        $others = $smaller->walked->start();
        $letters = [];
        foreach ($this->cells as $cell) {
            for ($letter = 0, $size = $this->reach->board->cells[$cell]->size; $letter < $size; ++$letter) {
                $next = $this->walked->step($nodes, $cell, $letter);
                $other = null === $others ? null : $smaller->walked->step($others, $cell, $letter);
                if (
                    null !== $next &&
                    gmp_cmp($this->walked->count($next), null === $other ? 0 : $smaller->walked->count($other)) > 0
                ) {
                    [$nodes, $others] = [$next, $other];
                    $letters[] = $letter;
                    continue 2;
                }
            }

            return null;
        }

        return $this->state($letters);
    }

    /** The number of a combination in the set; null where it is not in it. */
    public function numberOf(State $state): ?\GMP
    {
        $number = gmp_init(0);
        $nodes = $this->walked->start();
        foreach ($this->cells as $cell) {
            $wanted = $this->reach->board->letterIn($state, $cell);
            for ($letter = 0; $letter < $wanted; ++$letter) {
                $next = $this->walked->step($nodes, $cell, $letter);
                if (null !== $next) {
                    $number = gmp_add($number, $this->walked->count($next));
                }
            }
            $nodes = $this->walked->step($nodes, $cell, $wanted);
            if (null === $nodes) {
                return null;
            }
        }

        return 0 === gmp_sign($this->walked->count($nodes)) ? null : $number;
    }

    /**
     * In how many combinations of the set each cell holds each letter.
     *
     * @return array<int, array<int, \GMP>> cell => letter => combinations
     */
    public function shares(): array
    {
        return $this->weighed()->shares;
    }

    /**
     * The same, with what each letter would have without the pins of its own option, and how often a several is empty.
     */
    public function weighed(): Weights
    {
        $weights = new Weights();
        $weighing = new ListingWeights($this->reach, $this->set, $this->pins, $this->walked->parts);
        if (self::WRONG_SALE === $this->set) {
            $weighing->weighWrong($weights);
        } else {
            $weighing->weigh($weights);
        }
        ksort($weights->shares);

        return $weights;
    }

    /**
     * @param list<int> $letters in the order of the cells
     */
    private function state(array $letters): State
    {
        return $this->reach->board->stateOfLetters(array_combine($this->cells, $letters));
    }
}
