<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Formula\Formula;
use Ithrel\Core\Limit\GivenFile;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\Measured;
use Ithrel\Core\Limit\NumberSet;
use Ithrel\Core\Limit\Type\NumberType;
use Ithrel\Core\Limit\Type\TextSamples;
use Ithrel\Core\Limit\Type\TextType;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * The ways in which what a formula asks can be answered and counted, nothing else being answered.
 *
 * Long, as it has a method for each kind of answer that a formula can ask.
 */
final class FormulaWays
{
    /** Ways tried at most, over all answers and quantities together. */
    private const MOST = 4_000;

    /** Quantities tried at most. */
    private const MOST_QUANTITIES = 60;

    /** Answers of one option where all of them together would be too many. */
    private const FEW = 8;

    /** @var array<int, Option> options that the formula or its condition asks */
    public array $asked;

    /** @var array<int, non-empty-list<non-empty-list<int>|Input|null>> option => answers */
    private array $answers;

    /** @var non-empty-list<int> */
    private array $quantities;

    /** Whether every answer meets every other. */
    private bool $isFull;

    /** @var \ArrayObject<int, bool> proposition => whether something that can be bought has it */
    private readonly \ArrayObject $selectable;

    /**
     * @param Condition|null $when under which it is charged
     * @param int|null $of option that has to be answered for it to be charged
     * @param int|null $value value of that option that has to be chosen
     */
    public function __construct(
        private Reach $reach,
        Formula $formula,
        private ?Condition $when = null,
        public readonly ?int $of = null,
        ?int $value = null,
    ) {
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
        $this->asked = array_filter($asked, static fn(Option $o): bool => Kind::Note !== $o->kind);
        $this->quantities = $this->quantities($formula);
        // As many answers of each option as fit when every one meets every other.
        $each = self::root(intdiv(self::MOST, count($this->quantities)), max(1, count($this->asked)));
        $answers = [];
        foreach ($this->asked as $index => $option) {
            $own = $this->answers($option, max(self::FEW, $each));
            $own =
                $index === $of
                    ? (null === $value
                        ? array_values(array_filter($own, static fn(array|Input|null $a): bool => null !== $a))
                        : [[$value]])
                    : $own;
            $answers[$index] = [] === $own ? [null] : $own;
        }
        $this->answers = $answers;
        $this->isFull = array_product(array_map(count(...), $answers)) * count($this->quantities) <= self::MOST;
        /** @var \ArrayObject<int, bool> $selectable */
        $selectable = new \ArrayObject();
        $this->selectable = $selectable;
    }

    /** The largest whole number of which so many multiplied with one another are no more than some number. */
    private static function root(int $most, int $times): int
    {
        $root = 1;
        while (array_product(array_fill(0, min($times, 12), $root + 1)) <= $most) {
            ++$root;
        }

        return $root;
    }

    /**
     * The same ways, but that one option has one answer.
     *
     * @param non-empty-list<int>|Input|null $answer
     */
    public function with(int $option, array|Input|null $answer): self
    {
        $ways = clone $this;
        $ways->answers[$option] = [$answer];

        return $ways;
    }

    /**
     * Where answers and quantities together are few enough, all of them; else each answer once, each pair of answers,
     * and what else fits into the bound.
     *
     * @return iterable<array{State, int}> answers and pieces with which it is charged
     */
    public function all(): iterable
    {
        $left = self::MOST;
        foreach ($this->isFull ? $this->states(array_keys($this->answers), []) : $this->telling() as $state) {
            foreach ($this->quantities as $quantity) {
                if ($this->reach->board->page->truth->holds($this->when, $state, $quantity)) {
                    yield [$state, $quantity];
                }
                if (--$left < 1) {
                    return;
                }
            }
        }
    }

    /** Whether every permitted answer of an option is among those tried, with every answer of the others. */
    public function isWhole(Option $option): bool
    {
        return $this->isFull &&
            null !== $option->number &&
            null !==
                NumberSet::of($option->number)->all(
                    null,
                    true,
                    null,
                    true,
                    count($this->answers[$option->index] ?? []),
                );
    }

    /** What names stand for in a way. */
    public function names(State $state, int $quantity): StateNames
    {
        return new StateNames(
            $this->reach->setup,
            $state,
            $this->reach->setup->item->salePrice ?? $this->reach->setup->item->price,
            $quantity,
        );
    }

    /** Whether something that can be bought has these answers. */
    public function isSelectable(State $state): bool
    {
        $props = $this->reach->board->props;
        $all = [];
        foreach ($this->asked as $option) {
            $cells = $this->reach->board->cellsOf[$option->index] ?? [];
            foreach ($cells as $cell) {
                $all[] = $props->literal($cell, [$this->reach->board->letterIn($state, $cell) => true]);
            }
            // An input that no condition asks is answered wherever it is shown, and has to be where it is required.
            $shown = $this->reach->board->shown[$option->index];
            if ($state->has($option->index)) {
                $all[] = $shown;
            } elseif ($option->required && !$this->reach->board->isUnfillable($option)) {
                $all[] = $props->not($shown);
            }
        }
        $p = $props->all($all);

        return $this->selectable[$p] ??= 0 !== gmp_sign($this->reach->countWhere($p));
    }

    /**
     * @param list<int> $options still to be answered
     * @param list<array{int, int}> $chosen options, and which of their answers
     *
     * @return iterable<State>
     */
    private function states(array $options, array $chosen): iterable
    {
        $option = array_shift($options);
        if (null === $option) {
            yield $this->state($chosen);

            return;
        }
        foreach (array_keys($this->answers[$option]) as $n) {
            yield from $this->states($options, [...$chosen, [$option, $n]]);
        }
    }

    /**
     * @return iterable<State>
     */
    private function telling(): iterable
    {
        $options = array_keys($this->answers);
        $counts = array_map(count(...), $this->answers);
        for ($n = 0; $n < max([1, ...$counts]); ++$n) {
            yield $this->state(array_map(static fn(int $o): array => [$o, $n % $counts[$o]], $options));
        }
        foreach ($options as $i => $one) {
            foreach (array_slice($options, $i + 1) as $other) {
                for ($pair = 0; $pair < $counts[$one] * $counts[$other]; ++$pair) {
                    $n = [$one => intdiv($pair, $counts[$other]), $other => $pair % $counts[$other]];
                    yield $this->state(array_map(static fn(int $o): array => [$o, $n[$o] ?? 0], $options));
                }
            }
        }
        yield from $this->states($options, []);
    }

    /**
     * @param list<array{int, int}> $chosen options, and which of their answers
     */
    private function state(array $chosen): State
    {
        $answers = [];
        foreach ($chosen as [$option, $n]) {
            $answer = $this->answers[$option][$n] ?? null;
            if (null !== $answer) {
                $answers[$option] = $answer;
            }
        }
        ksort($answers);

        return new State($answers);
    }

    /**
     * @return list<non-empty-list<int>|Input|null> most of them at most, but the ends
     */
    private function answers(Option $option, int $most): array
    {
        return match ($option->kind->measured()) {
            Measured::Value => [...self::numbers($option, $most), ...$option->required ? [] : [null]],
            Measured::Characters => [...self::texts($option, $most), null],
            Measured::Files => [...self::files($option), null],
            // Formulas ask how many are picked, never which.
            Measured::Picks => [
                null,
                ...array_map(
                    static fn(int $n): array => range(0, $n),
                    array_slice(array_keys($option->values), 0, max(1, $most)),
                ),
            ],
            null => [
                ...$option->kind->isInput()
                    ? $this->reach->board->page->inputs[$option->index]
                    : array_map(static fn(int $v): array => [$v], array_keys($option->values)),
                null,
            ],
        };
    }

    /**
     * @return list<Input> most of them at most, but the ends
     */
    private static function numbers(Option $option, int $most): array
    {
        $set = NumberSet::of($option->number ?? new NumberType());
        $numbers = $set->all(null, true, null, true, $most);
        if (null === $numbers) {
            $near = array_map(
                static fn(int $n): ?BigDecimal => $set->near(BigDecimal::of($n)),
                range(-2, max(2, $most - 6)),
            );
            $numbers = array_filter([
                $set->first(null, true, null, true),
                $set->last(null, true, null, true),
                ...$near,
            ]);
        }
        $distinct = [];
        foreach ($numbers as $number) {
            $distinct[(string) $number] = Input::number($number);
        }

        return array_values($distinct);
    }

    /**
     * @return list<Input> from as few files as are asked for
     */
    private static function files(Option $option): array
    {
        $least = max(1, $option->file->minFiles ?? 1);

        return array_map(
            static fn(int $n): Input => Input::files(array_fill(0, $n, new GivenFile('file'))),
            range($least, max($least, min($option->file->maxFiles ?? $least + 8, $least + 8))),
        );
    }

    /**
     * @return list<Input> texts of different lengths
     */
    private static function texts(Option $option, int $most): array
    {
        $limits = $option->text ?? new TextType();
        $samples = new TextSamples($limits);
        $least = max(1, $limits->min ?? 1);
        $last = max($least, min($limits->max ?? $least + $most - 1, $least + $most - 1));
        $lengths = $samples->areOfPattern() ? array_slice($samples->lengths(), 0, $most) : range($least, $last);

        return array_values(
            array_map(Input::text(...), array_filter(array_map($samples->ofLength(...), $lengths), is_string(...))),
        );
    }

    /**
     * @return non-empty-list<int>
     */
    private function quantities(Formula $formula): array
    {
        $rule = $this->reach->setup->quantity;
        $tests = array_filter($this->when?->tests() ?? [], static fn(Test $t): bool => $t instanceof QuantityTest);
        if ([] === $tests && !in_array('quantity', array_column($formula->names(), 'name'), true)) {
            return [$rule->min];
        }
        $marks = [$rule->max];
        foreach ($tests as $test) {
            array_push($marks, ...$test->pieces->marks());
        }
        $quantities = [$rule->min];
        foreach ($marks as $mark) {
            // The nearest that can be bought from below and from above.
            $steps = null === $mark ? -1 : intdiv($mark - $rule->min, $rule->step);
            array_push($quantities, $rule->min + $steps * $rule->step, $rule->min + ($steps + 1) * $rule->step);
        }
        for ($n = 0; $n < self::MOST_QUANTITIES - 2 * count($marks); ++$n) {
            $quantities[] = $rule->min + $n * $rule->step;
        }
        $quantities = array_unique(array_filter($quantities, $rule->allows(...)));
        sort($quantities);

        return [] === $quantities ? [$rule->min] : array_slice($quantities, 0, self::MOST_QUANTITIES);
    }
}
