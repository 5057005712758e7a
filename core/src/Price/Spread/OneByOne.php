<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Work\Budget;

/**
 * Totals of few combinations, each priced by itself with every candidate of its inputs; for charges that cannot be
 * added up, such as a percentage of the running total.
 */
final class OneByOne implements Totals
{
    /** Combinations priced at most. */
    public const MOST = 3_000;

    /** Inputs tried at most, over all combinations. */
    private const MOST_QUOTES = 30_000;

    private readonly ?InputRange $inputs;

    /** @var list<array{State, ?BigDecimal, State}> choices, total, and choices with inputs; in the order of totals */
    private array $priced = [];

    /**
     * @param array<int, array<int, true>> $pins see AllTotals
     * @param bool $rounded whether unit prices are rounded, as a shopper sees them
     *
     * @throws NotExact
     */
    public function __construct(
        private readonly Reach $reach,
        private readonly bool $unit,
        private readonly int $quantity,
        private readonly bool $most,
        array $pins = [],
        private readonly bool $rounded = true,
    ) {
        $board = $reach->board;
        $inputs = array_values(
            array_filter($board->dependencies->walk, static fn(int $o): bool => $board->isInput($o)),
        );
        $this->inputs =
            [] === $inputs
                ? null
                : new InputRange($board, $inputs, $board->dependencies->choicesAsking($inputs), $this->formulas());
        $pricer = new Pricer($reach->setup);
        $quotes = 0;
        foreach ((new Listing($reach, Listing::SELECTABLE, $pins))->from(gmp_init(0), self::MOST) as $choices) {
            $best = null;
            foreach (null === $this->inputs ? [$choices] : $this->inputs->candidates($choices) as $state) {
                Budget::ask();
                if (++$quotes > self::MOST_QUOTES) {
                    throw new NotExact('there are too many inputs to be tried one by one');
                }
                $total = $this->total($pricer, $state);
                if (null === $best || $this->isBetter($total, $best[1])) {
                    $best = [$choices, $total, $state];
                }
            }
            if (null !== $best) {
                $this->priced[] = $best;
            }
        }
        usort($this->priced, static fn(array $a, array $b): int => TotalOrder::compare($a[1], $b[1]));
    }

    /**
     * The combinations, each with what it comes to.
     *
     * @return list<array{State, ?BigDecimal}>
     */
    public function amounts(): array
    {
        return array_map(static fn(array $priced): array => [$priced[0], $priced[1]], $this->priced);
    }

    public function levels(): array
    {
        return TotalOrder::merged(
            array_map(static fn(array $priced): array => [$priced[1], gmp_init(1)], $this->priced),
        );
    }

    public function count(): \GMP
    {
        return gmp_init(count($this->priced));
    }

    public function at(\GMP $rank): array
    {
        $found = gmp_cmp($rank, self::MOST) > 0 ? null : $this->priced[gmp_intval($rank)] ?? null;

        return null === $found
            ? throw new \OutOfRangeException('There is no combination of this rank.')
            : [$found[0], $found[1]];
    }

    public function withInputs(State $choices): State
    {
        foreach ($this->priced as [$own, , $state]) {
            if ($own->key() === $choices->key()) {
                return $state;
            }
        }

        return $choices;
    }

    public function sampled(): array
    {
        return $this->inputs->sampled ?? [];
    }

    public function open(): array
    {
        return $this->inputs->open ?? [];
    }

    public function hangsOnInputs(): bool
    {
        return null !== $this->inputs;
    }

    private function total(Pricer $pricer, State $state): ?BigDecimal
    {
        $quote = $pricer->quote($state, $this->quantity);

        $amount = $this->unit ? $quote->unitPrice : $quote->total;
        if ($this->rounded || null === $amount || null === $quote->unitPrice) {
            return $amount;
        }

        return $quote->running?->plus($amount->minus($quote->unitPrice));
    }

    private function isBetter(?BigDecimal $total, ?BigDecimal $than): bool
    {
        // Without a price sorts before every price, so that it comes to light on one side or the other.
        if (null === $total || null === $than) {
            return $this->most ? null !== $total : null !== $than;
        }

        return $this->most ? $total->isGreaterThan($than) : $total->isLessThan($than);
    }

    /**
     * @return list<FormulaCharge>
     */
    private function formulas(): array
    {
        $charges = array_map(static fn($c) => $c->charge, $this->reach->setup->charges);
        foreach ($this->reach->setup->options as $option) {
            array_push($charges, $option->charge, ...array_map(static fn($v) => $v->charge, $option->values));
        }

        return array_values(array_filter($charges, static fn($c): bool => $c instanceof FormulaCharge));
    }
}
