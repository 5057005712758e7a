<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach\Reason;

use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Everything a setup asks of a state that is complete (and stocked), piece by piece with its places.
 *
 * A piece that is taken away only ever lets more through: without its shownWhen an option may be shown or
 * hidden, so that its answer is free and its required mark asks nothing.
 */
final class Demands
{
    public readonly Board $board;

    /** @var list<Demand> what a form that can be completed asks */
    public readonly array $form;

    /** @var list<Demand> what stock asks beyond that */
    public readonly array $stock;

    public function __construct(private readonly Setup $setup, private readonly Board $limited)
    {
        $this->board = self::unlimited($setup, $limited);
        $form = [];
        foreach ($setup->options as $option) {
            array_push($form, ...$this->ofOption($option));
        }
        $this->form = $form;
        $this->stock = [...$this->ofStock(), ...$this->ofRows()];
    }

    /** The board with inputs as they were without limits, so that limits can be causes like the rest. */
    private static function unlimited(Setup $setup, Board $limited): Board
    {
        foreach ($setup->options as $option) {
            if ($option->kind->isInput() && [] !== $limited->cellsOf[$option->index]) {
                return new Board($setup->withoutLimits());
            }
        }

        // Where nothing asks an input, the two are the same.
        return $limited;
    }

    /** The proposition that an option is answered. */
    public function answered(Option $option): int
    {
        $cells = $this->board->cellsOf[$option->index];
        if ([] === $cells) {
            return 0;
        }
        if (Kind::Several === $option->kind) {
            return $this->board->props->count($cells[0], $cells[count($cells) - 1], 1);
        }

        return $this->board->props->not(
            $this->board->props->literal($cells[0], [$this->board->cells[$cells[0]]->none() => true]),
        );
    }

    /** The proposition that a value is chosen. */
    public function chosen(Option $option, int $value): int
    {
        $cells = $this->board->cellsOf[$option->index];

        return Kind::Several === $option->kind
            ? $this->board->props->literal($cells[$value], [0 => true])
            : $this->board->props->literal($cells[0], [$value => true]);
    }

    /**
     * @return list<Demand>
     */
    private function ofOption(Option $option): array
    {
        $props = $this->board->props;
        $demands = [];
        $answered = $this->answered($option);
        $shown = $this->board->proposition($option->shownWhen);
        $shownCause =
            null === $option->shownWhen
                ? []
                : [new Cause(CauseKind::Shown, $option->at . '/shownWhen', $option->index)];
        if ([] !== $shownCause && 0 !== $answered) {
            $demands[] = new Demand($props->any([$props->not($answered), $shown]), $shownCause);
        }
        if ($option->required && Kind::Note !== $option->kind) {
            $causes = [new Cause(CauseKind::Required, $option->at . '/required', $option->index), ...$shownCause];
            if ($option->kind->isInput() && [] === $this->board->cellsOf[$option->index]) {
                if ($this->limited->isUnfillable($option)) {
                    $demands[] = new Demand($props->not($shown), [
                        ...$causes,
                        new Cause(CauseKind::Limits, $option->at, $option->index),
                    ]);
                }
            } else {
                $none =
                    $option->kind->isChoice() && [] === $option->values
                        ? [new Cause(CauseKind::Values, $option->at . '/values', $option->index)]
                        : [];
                $demands[] = new Demand($props->any([$props->not($shown), $answered]), [...$causes, ...$none]);
            }
        }
        foreach ($option->values as $value) {
            $not = $props->not($this->chosen($option, $value->index));
            if ($value->hidden) {
                $demands[] = new Demand($not, [
                    new Cause(CauseKind::Hidden, $value->at . '/hidden', $option->index, $value->index),
                ]);
            }
            if (null !== $value->allowedWhen) {
                $demands[] = new Demand($props->any([$not, $this->board->proposition($value->allowedWhen)]), [
                    new Cause(CauseKind::Allowed, $value->at . '/allowedWhen', $option->index, $value->index),
                ]);
            }
        }
        $cells = $this->board->cellsOf[$option->index];
        if (null !== $option->picks && [] !== $cells) {
            [$first, $last] = [$cells[0], $cells[count($cells) - 1]];
            $cause = [new Cause(CauseKind::Picks, $option->at . '/picks', $option->index)];
            if ($option->picks->min > 1) {
                $demands[] = new Demand(
                    $props->any([$props->not($answered), $props->count($first, $last, $option->picks->min)]),
                    $cause,
                );
            }
            if (null !== $option->picks->max) {
                $demands[] = new Demand($props->count($first, $last, $option->picks->max + 1, true), $cause);
            }
        }
        if ($option->kind->isInput() && [] !== $cells) {
            $permitted = $this->permitted($option);
            if (count($permitted) < $this->board->cells[$cells[0]]->size) {
                $demands[] = new Demand($props->literal($cells[0], $permitted), [
                    new Cause(CauseKind::Limits, $option->at, $option->index),
                ]);
            }
        }

        return $demands;
    }

    /**
     * The letters (classes without limits) that the limits let through, and none.
     *
     * @return array<int, true>
     */
    private function permitted(Option $option): array
    {
        $cell = $this->board->cells[$this->board->cellsOf[$option->index][0]];
        $permitted = [$cell->none() => true];
        foreach ($this->limited->page->inputs[$option->index] as $input) {
            $permitted[
                $this->board->letterIn(new State([$option->index => $input]), $this->board->cellsOf[$option->index][0])
            ] = true;
        }

        return $permitted;
    }

    /**
     * @return list<Demand>
     */
    private function ofStock(): array
    {
        $props = $this->board->props;
        $demands = [];
        if (!$this->setup->isEnough($this->setup->item->stock)) {
            $demands[] = new Demand(0, [new Cause(CauseKind::ItemStock, '/item/stock')]);
        }
        $places = [];
        foreach ($this->setup->parts as $i => $part) {
            $places[$part->sku] = '/parts/' . $i . '/stock';
        }
        foreach ($this->setup->options as $option) {
            foreach ($option->values as $value) {
                if (!$this->setup->isEnough($value->stock)) {
                    $demands[] = new Demand($props->not($this->chosen($option, $value->index)), [
                        new Cause(CauseKind::ValueStock, $value->at . '/stock', $option->index, $value->index),
                    ]);
                }
                $part = $this->setup->part($value->item);
                if (null !== $part && !$this->setup->isEnough($part->stock)) {
                    $demands[] = new Demand($props->not($this->chosen($option, $value->index)), [
                        new Cause(CauseKind::PartStock, $places[$part->sku], $option->index, $value->index),
                    ]);
                }
            }
        }

        return $demands;
    }

    /**
     * @return list<Demand>
     */
    private function ofRows(): array
    {
        $variants = $this->setup->variants;
        if (null === $variants) {
            return [];
        }
        $props = $this->board->props;
        $demands = $matches = [];
        foreach ($variants->rows as $row) {
            $picks = $this->limited->stock->picksOf($row);
            if (null === $picks) {
                continue;
            }
            $parts = [];
            foreach ($variants->by as $i => $code) {
                $option = $this->setup->option($code);
                foreach (
                    null === $option || !$option->kind->isChoice() ? [] : $this->board->cellsOf[$option->index]
                    as $id
                ) {
                    $cell = $this->board->cells[$id];
                    $letter =
                        null === $cell->bit
                            ? $picks[$i][0] ?? $cell->none()
                            : (in_array($cell->bit, $picks[$i], true)
                                ? 0
                                : 1);
                    $parts[] = $props->literal($id, [$letter => true]);
                }
            }
            $match = $props->all($parts);
            // Where two rows match, the first counts.
            if (!isset($matches[$match]) && !$this->setup->isEnough($row->stock)) {
                $demands[] = new Demand($props->not($match), [
                    new Cause(CauseKind::RowStock, $row->at . '/stock', null, null, $row->index),
                ]);
            }
            $matches[$match] = true;
        }

        return [
            new Demand($props->any(array_keys($matches)), [new Cause(CauseKind::MissingRow, '/variants/rows')]),
            ...$demands,
        ];
    }
}
