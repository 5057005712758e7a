<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\Stock;
use Ithrel\Core\Answer\Truth;
use Ithrel\Core\Formula\FormulaError;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\Workings;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\Value;
use Ithrel\Core\Work\Budget;

/**
 * Prices a state exactly (section 5 of the setup document): base, charges in display order, charges of
 * the setup, quantity, charges per line, and rounding where the setup asks for it.
 *
 * The state is taken as settled: answers that are hidden or not allowed are dropped before.
 */
final readonly class Pricer
{
    private Truth $truth;
    private Stock $stock;

    public function __construct(private Setup $setup)
    {
        Budget::ask();
        $this->truth = new Truth($setup);
        $this->stock = new Stock($setup);
    }

    /**
     * @param BigDecimal|null $known the base, where it is already known and rounded
     */
    public function quote(State $state, int $quantity, ?BigDecimal $known = null): Quote
    {
        Budget::ask();
        $rounding = $this->setup->rounding->at;
        [$base, $baseAt] = $this->base($state, $quantity);
        if ('effect' === $rounding) {
            $base = $this->setup->rounded($base);
        }
        $base = $known ?? $base;
        $in = StateCircumstances::of($this->setup, $state, $base, $quantity);
        $running = $base;
        $perLine = BigDecimal::zero();
        $ledger = $ownLines = $problems = [];
        foreach ($this->effects($state, $quantity) as [$charge, $part, $option, $value, $label, $at]) {
            if (null !== $charge?->setsBase()) {
                $ledger[] = new LedgerEntry(
                    $at,
                    $label,
                    $charge->how(),
                    false,
                    BigDecimal::zero(),
                    $running,
                    null,
                    $charge,
                );
                continue;
            }
            try {
                $workings =
                    null === $charge
                        ? (null === $part
                            ? null
                            : new Workings($part))
                        : $charge->workings($in->beside($option, $running));
            } catch (FormulaError $e) {
                $workings = null;
                $problems[] = new AnswerProblem(
                    'formula',
                    $option?->code,
                    sprintf('%s: the formula at %s has no value here: %s.', $label, $at, $e->getMessage()),
                    null,
                    $e->name,
                );
            }
            $amount =
                'effect' === $rounding && null !== $workings
                    ? $this->setup->rounded($workings->amount)
                    : $workings?->amount;
            if (true === $value?->own) {
                $sku = $value->item ?? '';
                $shown = null === $amount ? null : $this->setup->rounded($amount);
                $line =
                    null === $amount || null === $shown
                        ? null
                        : ('line' === $rounding
                            ? $this->setup->rounded($amount->multipliedBy($quantity))
                            : $shown->multipliedBy($quantity));
                $ownLines[] = new OwnLine($value, $sku, $this->setup->part($sku)->name ?? $value->label, $shown, $line);
                continue;
            }
            $isPerLine = true === $charge?->perLine;
            if ($isPerLine) {
                $counted = null === $amount ? null : $this->ofLine($amount);
                $perLine = null === $counted ? null : $perLine?->plus($counted);
            } else {
                $running = null === $amount ? null : $running?->plus($amount);
            }
            $ledger[] = new LedgerEntry(
                $at,
                $label,
                $charge?->how() ?? 'part',
                $isPerLine,
                $amount,
                $running,
                $workings,
                $charge,
            );
        }
        $unit = null === $running ? null : $this->setup->rounded($running);
        $lineTotal = null;
        if (null !== $running && null !== $unit && null !== $perLine) {
            $lineTotal =
                'line' === $rounding
                    ? $this->setup->rounded($running->multipliedBy($quantity)->plus($perLine))
                    : $unit->multipliedBy($quantity)->plus($perLine);
        }
        $total = $lineTotal;
        foreach ($ownLines as $own) {
            $total = null === $own->lineTotal ? null : $total?->plus($own->lineTotal);
        }

        return new Quote(
            base: $base,
            baseAt: $baseAt,
            running: $running,
            unitPrice: $unit,
            lineTotal: $lineTotal,
            total: $total,
            ledger: $ledger,
            ownLines: $ownLines,
            problems: $problems,
        );
    }

    /**
     * What a charge of the setup that hangs on nothing but the base and the quantity adds where it is active.
     */
    public function setupAmount(Charge $charge, BigDecimal $base, int $quantity): BigDecimal
    {
        Budget::ask();
        $amount =
            $charge->workings(StateCircumstances::of($this->setup, new State(), $base, $quantity))->amount ??
            BigDecimal::zero();

        return 'effect' === $this->setup->rounding->at ? $this->setup->rounded($amount) : $amount;
    }

    /** A charge once a line as it is counted: rounded by itself where unit prices are. */
    public function ofLine(BigDecimal $amount): BigDecimal
    {
        Budget::ask();

        return 'unit' === $this->setup->rounding->at ? $this->setup->rounded($amount) : $amount;
    }

    /**
     * @return array{BigDecimal, string} the base and the place it was taken from
     */
    private function base(State $state, int $quantity): array
    {
        $row = $this->stock->row($state);
        if (null !== $row?->salePrice) {
            return [$row->salePrice, $row->at . '/salePrice'];
        }
        if (null !== $row?->price) {
            return [$row->price, $row->at . '/price'];
        }
        foreach ($this->effects($state, $quantity) as [$charge]) {
            $base = $charge?->setsBase();
            if (null !== $charge && null !== $base) {
                return [$base, $charge->at];
            }
        }
        $item = $this->setup->item;

        return null === $item->salePrice ? [$item->price, '/item/price'] : [$item->salePrice, '/item/salePrice'];
    }

    /**
     * The active charges in the order in which they apply.
     *
     * @return iterable<array{
     *     Charge|null,
     *     BigDecimal|null,
     *     Option|null,
     *     Value|null,
     *     string,
     *     string,
     * }>  charge or part price, option, value, label, place
     */
    private function effects(State $state, int $quantity): iterable
    {
        foreach ($state->answers as $index => $answer) {
            $option = $this->setup->options[$index];
            if (null !== $option->charge) {
                yield [$option->charge, null, $option, null, $option->label, $option->charge->at];
            }
            foreach (is_array($answer) ? $answer : [] as $position) {
                $value = $option->values[$position];
                if (null !== $value->charge) {
                    yield [$value->charge, null, $option, $value, $value->label, $value->charge->at];
                } elseif (null !== $value->item || $value->own) {
                    $price = $value->free ? null : $this->setup->part($value->item)?->price;
                    yield [null, $price ?? BigDecimal::zero(), $option, $value, $value->label, $value->at];
                }
            }
        }
        foreach ($this->setup->charges as $charge) {
            if ($this->truth->holds($charge->when, $state, $quantity)) {
                yield [$charge->charge, null, null, null, $charge->label, $charge->at];
            }
        }
    }
}
