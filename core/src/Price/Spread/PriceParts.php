<?php

declare(strict_types=1);

namespace Ithrel\Core\Price\Spread;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Board;
use Ithrel\Core\Reach\Groups;
use Ithrel\Core\Setup\Charge\Charge;
use Ithrel\Core\Setup\Charge\CountedCharge;
use Ithrel\Core\Setup\Charge\FormulaCharge;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * The price of a setup taken apart: what is always added, what one decision adds, and what hangs on several.
 *
 * Long, as each part that is taken decides what is left for the next: one walk over all that has a price.
 */
final class PriceParts
{
    /** Values of a several up to which charges may ask which of them are picked. */
    private const MOST_PICKS = 12;

    /** A sum that is always added. */
    public int $constant = 0;

    /** @var array<int, array<int, int>> cell => letter => sum that it adds */
    public array $direct = [];

    /** @var list<Slot> */
    public array $slots = [];

    public ?BaseSlot $base = null;

    /** The base where it hangs on nothing. */
    public ?BigDecimal $constantBase = null;

    /**
     * @var list<array{
     *     Charge,
     *     array<int, true>,
     *     array<int, true>,
     *     bool,
     * }>  charge, inputs and choices that it hangs on, of the base
     */
    private array $complex = [];

    /**
     * @throws NotExact
     */
    public function __construct(
        private readonly Board $board,
        private readonly Pricer $pricer,
        private readonly Sums $sums,
        private readonly RunningCase $case,
    ) {
        foreach ($case->guards as [$p, $holds]) {
            $this->slots[] = new GuardSlot($board, $p, $holds);
        }
        $this->takeBase();
        foreach ($board->setup->options as $option) {
            $this->takeOption($option);
        }
        foreach ($board->setup->charges as $charge) {
            $this->take($charge->charge, $charge->when, null, null);
        }
        $this->groupComplex();
    }

    /**
     * The slots in which inputs have a share.
     *
     * @return list<ChargesSlot>
     */
    public function inputSlots(): array
    {
        return array_values(
            array_filter(
                $this->slots,
                static fn(Slot $slot): bool => $slot instanceof ChargesSlot && null !== $slot->inputs,
            ),
        );
    }

    public static function sellsOnOwnLines(Setup $setup): bool
    {
        foreach ($setup->options as $option) {
            foreach ($option->values as $value) {
                if ($value->own) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Whether a setup charges something once a line, or sells parts on lines of their own. */
    public static function isJoined(Board $board): bool
    {
        foreach ($board->setup->options as $option) {
            if (true === $option->charge?->perLine) {
                return true;
            }
            foreach ($option->values as $value) {
                if ($value->own || true === $value->charge?->perLine) {
                    return true;
                }
            }
        }
        foreach ($board->setup->charges as $charge) {
            if ($charge->charge->perLine) {
                return true;
            }
        }

        return false;
    }

    private function takeBase(): void
    {
        $setup = $this->board->setup;
        $options = [];
        foreach ($setup->variants->rows ?? [] as $row) {
            if (null !== $row->price || null !== $row->salePrice) {
                foreach ($setup->variants->by ?? [] as $code) {
                    $option = $setup->option($code);
                    $options += null === $option ? [] : [$option->index => true];
                }
                break;
            }
        }
        foreach ($setup->options as $option) {
            foreach ([$option->charge, ...array_map(static fn($v) => $v->charge, $option->values)] as $charge) {
                if (null !== $charge?->setsBase()) {
                    $this->onlyChoice($option);
                    $options[$option->index] = true;
                }
            }
        }
        foreach ($setup->charges as $charge) {
            if (null !== $charge->charge->setsBase() && null !== $charge->when) {
                foreach ($this->board->dependencies->optionsIn($charge->when) as $index) {
                    $this->onlyChoice($setup->options[$index]);
                    $options[$index] = true;
                }
            }
        }
        if ([] === $options) {
            $this->constantBase = $this->pricer->quote(new State(), $this->sums->quantity)->base;
            $this->constant = $this->sums->ofPiece($this->constantBase, RunningCase::BASE);

            return;
        }
        $this->base = new BaseSlot($this->board, $this->pricer, $this->sums, $this->cellsOf($options));
        $this->slots[] = $this->base;
    }

    private function onlyChoice(Option $option): void
    {
        if (!$option->kind->isChoice()) {
            throw new NotExact(sprintf('what is typed into %s sets the price', $option->name()));
        }
    }

    private function takeOption(Option $option): void
    {
        if (null !== $option->charge) {
            $this->take($option->charge, null, $option, null);
        }
        foreach ($option->values as $value) {
            if (null !== $value->charge) {
                $this->take($value->charge, null, $option, $value->index);
            } elseif (null !== $value->item || $value->own) {
                $this->addDirect($option, $value->index, $value->at);
            }
        }
    }

    private function take(Charge $charge, ?Condition $when, ?Option $option, ?int $value): void
    {
        if (null !== $charge->setsBase()) {
            return;
        }
        if ($this->case->settles($charge->at)) {
            return;
        }
        if ($charge->asksRunning()) {
            throw new NotExact('a percentage is taken of the running total');
        }
        [$inputs, $choices] = $this->asked($charge, $when, $option);
        if ([] !== $inputs || $charge instanceof FormulaCharge) {
            $this->complex[] = [$charge, $inputs, $choices, $this->hangsOnBase($charge)];

            return;
        }
        if (null !== $option && null !== $value && !$this->hangsOnBase($charge)) {
            $this->addDirect($option, $value, $charge->at);

            return;
        }
        if ($charge instanceof CountedCharge && null !== $option) {
            $this->slots[] = new PicksSlot(
                $this->board->cellsOf[$option->index],
                fn(int $picks): int => $this->sumOf(
                    $charge->at,
                    new State([$option->index => range(0, max(0, $picks - 1))]),
                    null,
                ),
            );

            return;
        }
        $p = match (true) {
            null !== $value && null !== $option => $this->board->props->literal(
                $this->board->cellsOf[$option->index][Kind::Several === $option->kind ? $value : 0],
                [Kind::Several === $option->kind ? 0 : $value => true],
            ),
            null !== $option => $this->answered($option),
            default => $this->board->proposition($when, $this->sums->quantity),
        };
        $active = null === $option ? null : new State([$option->index => [$value ?? 0]]);
        $this->addWhen($p, $charge, $active);
    }

    private function addWhen(int $p, Charge $charge, ?State $active): void
    {
        if (0 === $p) {
            return;
        }
        $ofBase = $this->hangsOnBase($charge);
        $amount = function (?BigDecimal $base) use ($active, $charge): int {
            if (null !== $active) {
                return $this->sumOf($charge->at, $active, $base);
            }
            $amount = $this->pricer->setupAmount(
                $charge,
                $base ?? ($this->constantBase ?? BigDecimal::zero()),
                $this->sums->quantity,
            );

            return $charge->perLine
                ? $this->sums->ofLine($this->pricer->ofLine($amount), $charge->at, false)
                : $this->sums->ofPiece($amount, $charge->at);
        };
        if (1 === $p && !$ofBase) {
            $this->constant = Sums::plus($this->constant, $amount(null));

            return;
        }
        $this->slots[] = new WhenSlot($this->board, $p, $ofBase, $amount);
    }

    private function addDirect(Option $option, int $value, string $at): void
    {
        $cells = $this->board->cellsOf[$option->index];
        [$cell, $letter] = Kind::Several === $option->kind ? [$cells[$value], 0] : [$cells[0], $value];
        $this->direct[$cell][$letter] = Sums::plus(
            $this->direct[$cell][$letter] ?? 0,
            $this->sumOf($at, new State([$option->index => [$value]]), null),
        );
    }

    private function sumOf(string $at, State $state, ?BigDecimal $base): int
    {
        return ChargesSlot::sumOf(
            $this->pricer->quote($state, $this->sums->quantity, $base),
            [$at => true],
            $this->sums,
            $this->pricer,
        );
    }

    private function answered(Option $option): int
    {
        $cells = $this->board->cellsOf[$option->index];

        return [] === $cells ? 0 : $this->board->props->count($cells[0], $cells[count($cells) - 1], 1);
    }

    private function hangsOnBase(Charge $charge): bool
    {
        return null === $this->constantBase && $charge->asksBase();
    }

    /**
     * @return array{array<int, true>, array<int, true>} inputs and choices that a charge hangs on
     */
    private function asked(Charge $charge, ?Condition $when, ?Option $option): array
    {
        $options = null === $when ? [] : $this->board->dependencies->optionsIn($when);
        if (null !== $option) {
            $options[] = $option->index;
        }
        foreach ($charge->asksOptions() as $code) {
            $named = $this->board->setup->option($code);
            if (null !== $named) {
                $options[] = $named->index;
            }
        }
        $inputs = $choices = [];
        foreach ($options as $index) {
            if ($this->board->isInput($index)) {
                $inputs[$index] = true;
            } elseif ($this->board->setup->options[$index]->kind->isChoice()) {
                $choices[$index] = true;
            }
        }

        return [$inputs, $choices];
    }

    /** Charges that share an input become one slot, with everything that decides what can be typed. */
    private function groupComplex(): void
    {
        $groups = new Groups(count($this->complex));
        $first = $closures = [];
        foreach ($this->complex as $i => [, $inputs]) {
            $closures[$i] = InputClosure::of($this->board, $inputs);
            foreach (array_keys($closures[$i][0]) as $input) {
                $first[$input] ??= $i;
                $groups->join($first[$input], $i);
            }
        }
        $members = [];
        foreach (array_keys($this->complex) as $i) {
            $members[$groups->of($i)][] = $i;
        }
        foreach ($members as $list) {
            $charges = $inputs = $choices = $dependents = $formulas = [];
            $ofBase = false;
            foreach ($list as $i) {
                [$charge, , $own, $base] = $this->complex[$i];
                $charges[$charge->at] = true;
                $ofBase = $ofBase || $base;
                $inputs += $closures[$i][0];
                $choices += $own + $closures[$i][1];
                $dependents += $closures[$i][2];
                if ($charge instanceof FormulaCharge) {
                    $formulas[] = $charge;
                }
            }
            $walk = array_values(
                array_filter($this->board->dependencies->walk, static fn(int $o): bool => isset($inputs[$o])),
            );
            $this->slots[] = new ChargesSlot(
                $this->board,
                $this->pricer,
                $this->sums,
                $charges,
                $this->cellsOf($choices),
                $ofBase,
                [] === $walk ? null : new InputRange($this->board, $walk, array_keys($dependents), $formulas),
            );
        }
    }

    /**
     * @param array<int, true> $options
     *
     * @return array<int, true>
     */
    private function cellsOf(array $options): array
    {
        $cells = [];
        foreach (array_keys($options) as $index) {
            $option = $this->board->setup->options[$index];
            if (Kind::Several === $option->kind && count($option->values) > self::MOST_PICKS) {
                throw new NotExact(
                    sprintf(
                        'a charge asks which of the %d values of %s are picked',
                        count($option->values),
                        $option->name(),
                    ),
                );
            }
            $cells += array_fill_keys($this->board->cellsOf[$index], true);
        }

        return $cells;
    }
}
