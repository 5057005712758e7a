<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Propositions;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\PercentCharge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The percentages of the running total in a setup, and the cases of them that there can be.
 */
final class RunningPercents
{
    /** Percentages that some combinations have and others have not, at most; each doubles the cases. */
    private const MOST_CONDITIONAL = 6;

    /** @var array<string, int> place of an amount => its position in the order in which amounts are added */
    private array $order = [RunningCase::BASE => 0];

    /** @var list<array{PercentCharge, int}> percentage, proposition that it is active; in the order of amounts */
    private array $percents = [];

    /** @var array<string, true> places of all percentages, with such as never come to be */
    private array $places = [];

    /**
     * @throws NotExact
     */
    public function __construct(private readonly Board $board, private readonly int $quantity)
    {
        foreach ($board->setup->options as $option) {
            $this->take($option->charge, null, $option, null);
            foreach ($option->values as $value) {
                $this->order[$value->at] = count($this->order);
                $this->take($value->charge, null, $option, $value->index);
            }
        }
        foreach ($board->setup->charges as $charge) {
            $this->take($charge->charge, $charge->when, null, null);
        }
        if (count($this->conditional()) > self::MOST_CONDITIONAL) {
            throw new NotExact(
                sprintf('more than %d percentages of the running total come and go', self::MOST_CONDITIONAL),
            );
        }
    }

    /**
     * @return non-empty-list<RunningCase> every one, among them such as no combination has
     */
    public function cases(): array
    {
        $conditional = $this->conditional();
        $all = [[]];
        foreach ($conditional as $p) {
            $all = array_merge(
                array_map(static fn(array $guards): array => [...$guards, [$p, false]], $all),
                array_map(static fn(array $guards): array => [...$guards, [$p, true]], $all),
            );
        }

        return array_map($this->case(...), $all);
    }

    /** The case that a combination is of. */
    public function of(State $choices): RunningCase
    {
        return $this->case(array_map(fn(int $p): array => [$p, $this->holds($p, $choices)], $this->conditional()));
    }

    /** Whether there are some, each rounded by itself. */
    public function areRounded(): bool
    {
        return [] !== $this->percents && 'effect' === $this->board->setup->rounding->at;
    }

    private function holds(int $p, State $choices): bool
    {
        foreach (array_keys($this->board->props->cellsOf($p)) as $cell) {
            $p = $this->board->props->given($p, $cell, $this->board->letterIn($choices, $cell));
        }

        return Propositions::TRUE === $p;
    }

    /**
     * Propositions, each once; two percentages may hang on one.
     *
     * @return list<int>
     */
    private function conditional(): array
    {
        return array_values(
            array_unique(
                array_filter(array_column($this->percents, 1), static fn(int $p): bool => Propositions::TRUE !== $p),
            ),
        );
    }

    /**
     * @param list<array{int, bool}> $guards
     */
    private function case(array $guards): RunningCase
    {
        $holds = [Propositions::TRUE => true] + array_column($guards, 1, 0);
        $active = array_values(array_filter($this->percents, static fn(array $percent): bool => $holds[$percent[1]]));
        $factors = $segments = [];
        $factor = BigDecimal::one();
        $after = count($active);
        // From the last amount to the first, so that each percentage is taken into the factor once.
        foreach ([] === $this->percents ? [] : array_reverse($this->order, true) as $at => $position) {
            while ($after > 0 && $this->order[$active[$after - 1][0]->at] > $position) {
                $factor = $factor
                    ->plus($factor->multipliedBy($active[--$after][0]->rate)->multipliedBy('0.01'))
                    ->strippedOfTrailingZeros();
            }
            $factors[$at] = $factor;
            $isActive = $after > 0 && $this->order[$active[$after - 1][0]->at] === $position;
            $segments[$at] = $after - ($isActive ? 1 : 0);
        }

        return new RunningCase(
            $factors,
            $this->places,
            $guards,
            $segments,
            array_map(static fn(array $percent): BigDecimal => $percent[0]->rate, $active),
        );
    }

    private function take(?Charge $charge, ?Condition $when, ?Option $option, ?int $value): void
    {
        if (null === $charge) {
            return;
        }
        $this->order[$charge->at] = count($this->order);
        if (!($charge instanceof PercentCharge) || !$charge->ofRunning || null !== $charge->level) {
            return;
        }
        if ('effect' === $this->board->setup->rounding->at && $charge->rate->isLessThan(-100)) {
            throw new NotExact('a percentage of the running total turns its sign, and is rounded by itself');
        }
        if ($charge->perLine || (null !== $option && null !== $value && $option->values[$value]->own)) {
            throw new NotExact('a percentage of the running total is charged once a line');
        }
        foreach (null === $when ? [] : $this->board->dependencies->optionsIn($when) as $index) {
            if ($this->board->isInput($index)) {
                throw new NotExact(
                    sprintf(
                        'what is typed into %s decides on a percentage of the running total',
                        $this->board->setup->options[$index]->name(),
                    ),
                );
            }
        }
        $this->places[$charge->at] = true;
        $p = $this->active($when, $option, $value);
        if (Propositions::FALSE !== $p) {
            $this->percents[] = [$charge, $p];
        }
    }

    private function active(?Condition $when, ?Option $option, ?int $value): int
    {
        if (null === $option) {
            return $this->board->proposition($when, $this->quantity);
        }
        if ($option->kind->isInput()) {
            throw new NotExact(
                sprintf('what is typed into %s decides on a percentage of the running total', $option->name()),
            );
        }
        $cells = $this->board->cellsOf[$option->index];
        if ([] === $cells) {
            return Propositions::FALSE;
        }
        if (null === $value) {
            return $this->board->props->count($cells[0], $cells[count($cells) - 1], 1);
        }

        return Kind::Several === $option->kind
            ? $this->board->props->literal($cells[$value], [0 => true])
            : $this->board->props->literal($cells[0], [$value => true]);
    }
}
