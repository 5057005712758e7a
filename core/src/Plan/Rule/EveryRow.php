<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\PickedWords;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Plan\SaysWhatIsLeft;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Setup\Row;

/**
 * Every variant row that can be bought, bought once: each has a price, an SKU, a weight and a picture of its own.
 */
final class EveryRow implements Rule, SaysWhatIsLeft
{
    private int $tried = 0;
    private int $wanted = 0;

    public function words(): string
    {
        return 'every variant row';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $met = [];
        foreach ($maker->states as $state) {
            $row = $maker->reach->board->stock->row($state);
            if (null !== $row) {
                $met[$row->at] = true;
            }
        }
        $idle = array_flip($maker->reach->idleRows());
        $made = 0;
        foreach ($maker->reach->setup->variants->rows ?? [] as $i => $row) {
            if (isset($idle[$i]) || !$maker->reach->setup->isEnough($row->stock)) {
                continue;
            }
            ++$this->wanted;
            if (isset($met[$row->at])) {
                ++$this->tried;
                continue;
            }
            $state = $made < CheckMaker::MOST_OF_A_KIND ? $this->sold($maker, $row) : null;
            $check =
                null === $state
                    ? null
                    : $maker->sale(Purpose::Row, PickedWords::of($maker->reach->setup, $state), [$row->at], $state);
            if (null !== $check) {
                ++$made;
                ++$this->tried;
                yield $check;
            }
        }
    }

    public function left(): array
    {
        return $this->tried === $this->wanted
            ? []
            : [sprintf('%d of %d variant rows that can be bought', $this->wanted - $this->tried, $this->wanted)];
    }

    private function sold(CheckMaker $maker, Row $row): ?State
    {
        $board = $maker->reach->board;
        $picks = $board->stock->picksOf($row);
        if (null === $picks) {
            return null;
        }
        $wanted = new State();
        $cells = [];
        foreach ($maker->reach->setup->variants->by ?? [] as $i => $code) {
            $option = $maker->reach->setup->option($code);
            if (null !== $option) {
                $wanted = $wanted->with($option->index, [] === $picks[$i] ? null : $picks[$i]);
                array_push($cells, ...$board->cellsOf[$option->index]);
            }
        }
        $pins = [];
        foreach ($cells as $cell) {
            $pins[$cell] = [$board->letterIn($wanted, $cell) => true];
        }
        foreach ((new Listing($maker->reach, Listing::SELECTABLE, $pins))->from(gmp_init(0), 3) as $choices) {
            $state = $maker->filled->first($choices);
            // Where two rows match, the first counts.
            if (null !== $state && $board->stock->row($state)?->at === $row->at) {
                return $state;
            }
        }

        return null;
    }
}
