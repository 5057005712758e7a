<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\GivenFile;
use Ithrel\Core\Answer\Input;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Price\Formula\Formula;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The ways in which what a formula asks can be answered and counted, nothing else being answered.
 */
final readonly class FormulaWays
{
    /** Ways that are all tried; beyond them the ends of each input and what is nearest to zero. */
    private const MOST = 4_000;

    /** @var array<int, Option> options that the formula or its condition asks */
    public array $asked;

    /** @var array<int, list<non-empty-list<int>|Input|null>> option => answers */
    private array $answers;

    /** @var list<int> */
    private array $quantities;

    /** Most answers of one option. */
    private int $few;

    /**
     * @param Condition|null $when  under which it is charged
     * @param int|null       $of    option that has to be answered for it to be charged
     * @param int|null       $value value of that option that has to be chosen
     */
    public function __construct(private Reach $reach, Formula $formula, private ?Condition $when = null, ?int $of = null, ?int $value = null)
    {
        $asked = [];
        foreach ($formula->names() as ['name' => $name]) {
            $option = $reach->setup->option(explode('.', $name)[0]);
            if (null !== $option) {
                $asked[$option->index] = $option;
            }
        }
        foreach (null === $when ? [] : $reach->board->page->dependencies->optionsIn($when) as $index) {
            $asked[$index] = $reach->setup->options[$index];
        }
        if (null !== $of) {
            $asked[$of] = $reach->setup->options[$of];
        }
        $this->asked = $asked;
        $this->few = max(8, (int) floor(self::MOST ** (1 / max(1, count($asked)))));
        $answers = array_map(fn (Option $o): array => $this->answers($o, $this->few), $asked);
        if (null !== $of) {
            $answers[$of] = null === $value ? array_values(array_filter($answers[$of], static fn (array|Input|null $a): bool => null !== $a)) : [[$value]];
        }
        $this->answers = $answers;
        $this->quantities = $this->quantities($formula);
    }

    /**
     * @return iterable<array{State, int}> answers and pieces with which it is charged
     */
    public function all(): iterable
    {
        foreach ($this->states($this->answers, new State()) as $state) {
            foreach ($this->quantities as $quantity) {
                if ($this->reach->board->page->truth->holds($this->when, $state, $quantity)) {
                    yield [$state, $quantity];
                }
            }
        }
    }

    /** Whether every permitted answer of an option is among those tried. */
    public function isWhole(Option $option): bool
    {
        return null !== $option->number && null !== NumberSet::of($option->number)->all(null, true, null, true, $this->few);
    }

    /** What names stand for in a way. */
    public function names(State $state, int $quantity): StateNames
    {
        return new StateNames($this->reach->setup, $state, $this->reach->setup->item->salePrice ?? $this->reach->setup->item->price, $quantity);
    }

    /** Whether something that can be bought has these answers. */
    public function isSelectable(State $state): bool
    {
        $pins = [];
        foreach ($this->asked as $option) {
            foreach ($this->reach->board->cellsOf[$option->index] ?? [] as $cell) {
                $pins[$cell] = [$this->reach->board->letterIn($state, $cell) => true];
            }
        }

        return 0 !== gmp_sign((new Listing($this->reach, Listing::SELECTABLE, $pins))->total());
    }

    /**
     * @param array<int, list<non-empty-list<int>|Input|null>> $answers
     *
     * @return iterable<State>
     */
    private function states(array $answers, State $state): iterable
    {
        $option = array_key_first($answers);
        if (null === $option) {
            yield $state;

            return;
        }
        $rest = $answers;
        unset($rest[$option]);
        foreach ($answers[$option] as $answer) {
            yield from $this->states($rest, null === $answer ? $state : $state->with($option, $answer));
        }
    }

    /**
     * @return list<non-empty-list<int>|Input|null> most of them at most, but the ends
     */
    private function answers(Option $option, int $most): array
    {
        if (Kind::Number === $option->kind && null !== $option->number) {
            $set = NumberSet::of($option->number);
            $numbers = $set->all(null, true, null, true, $most);
            if (null === $numbers) {
                $near = array_map(static fn (int $n): ?BigDecimal => $set->near(BigDecimal::of($n)), range(-2, max(2, $most - 6)));
                $numbers = array_filter([$set->first(null, true, null, true), $set->last(null, true, null, true), ...$near]);
            }

            return [...array_map(Input::number(...), array_values($numbers)), ...($option->required ? [] : [null])];
        }
        if (null !== $option->text) {
            $least = max(1, $option->text->min ?? 1);

            return [...array_map(static fn (int $n): Input => Input::text(str_repeat('M', $n)), range($least, max($least, min($option->text->max ?? $most, $least + $most - 1)))), null];
        }
        if (null !== $option->file) {
            $least = max(1, $option->file->minFiles ?? 1);

            return [...array_map(static fn (int $n): Input => Input::files(array_fill(0, $n, new GivenFile('file'))), range($least, max($least, min($option->file->maxFiles ?? 8, $least + 8)))), null];
        }
        if (Kind::Several === $option->kind) {
            // Formulas ask how many are picked, never which.
            return [null, ...array_map(static fn (int $n): array => range(0, $n), array_keys($option->values))];
        }

        return [...array_map(static fn (int $v): array => [$v], array_keys($option->values)), null];
    }

    /**
     * @return list<int>
     */
    private function quantities(Formula $formula): array
    {
        $rule = $this->reach->setup->quantity;
        $isAsked = in_array('quantity', array_column($formula->names(), 'name'), true) || [] !== array_filter($this->when?->tests() ?? [], static fn (Test $t): bool => $t instanceof QuantityTest);
        if (!$isAsked) {
            return [$rule->min];
        }

        return array_values(array_filter(range($rule->min, min($rule->max ?? PHP_INT_MAX, $rule->min + 60 * $rule->step)), $rule->allows(...)));
    }
}
