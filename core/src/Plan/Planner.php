<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\Completions;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\Input;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\Appraisal;
use Ithrel\Core\Cart\AppraisalText;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Price\LedgerEntry;
use Ithrel\Core\Price\Quote;
use Ithrel\Core\Price\Workings;
use Ithrel\Core\Reach\Listing;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Condition\QuantityTest;
use Ithrel\Core\Setup\Condition\Test;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;

/**
 * Makes the plan of a setup: few checks that cover every value and every pair that can meet, every dead value, every
 * required answer on both routes, every limit at its edges, every branch there and back, every charge by itself,
 * quantities, and two lines in one cart.
 *
 * @phpstan-import-type Line from Check
 */
final class Planner
{
    /** Checks of one purpose at most; a setup of hundreds of options would else have thousands. */
    private const MOST_OF_A_KIND = 150;
    /** Combinations that stand in where pairs cannot be covered. */
    private const SOME_COMBINATIONS = 12;
    /** Picks that are named in the heading of a check. */
    private const MOST_WORDS = 6;

    private readonly Appraiser $appraiser;
    private readonly AppraisalText $form;
    private readonly Steps $steps;
    private readonly Completions $filled;
    private readonly Completions $sparse;

    /** @var array<int, list<Input>> option => ordinary answers */
    private readonly array $samples;

    /** @var list<Check> */
    private array $checks = [];

    /** @var list<State> complete and selectable, one for each combination of the cover */
    private array $states = [];

    private function __construct(private readonly Reach $reach)
    {
        $this->appraiser = new Appraiser($reach);
        $this->form = new AppraisalText($reach->setup);
        $this->steps = new Steps($reach->board->page);
        $this->samples = InputSamples::of($reach->board->page);
        $this->filled = Completions::ofAll($reach->board->page, $this->samples, true);
        $this->sparse = Completions::ofAll($reach->board->page, $this->samples, false);
    }

    /**
     * @param Budget $budget what may be spent on it; what does not fit is left out, and said
     *
     * @throws TooLarge where the setup is too large to be counted
     */
    public static function plan(Reach $reach, Budget $budget = new Unbounded()): Plan
    {
        $planner = new self($reach);
        $cover = null;
        $leftOut = [];
        $isCovered = $budget->spend(static function () use ($planner, $reach, &$cover): void {
            $cover = new PairCover($reach);
            $planner->pairs($cover);
        });
        if (!$isCovered) {
            // It may have been found and not yet made into checks.
            $cover = null;
            $leftOut[] = 'each two values that can meet (some combinations stand in for them)';
            $budget->spend($planner->someCombinations(...));
        }
        foreach ($planner->parts() as $words => $part) {
            if (!$budget->spend($part)) {
                $leftOut[] = $words;
            }
        }
        $checks = array_map(static fn (int $i, Check $c): Check => $c->numbered($i + 1), array_keys($planner->checks), $planner->checks);

        return new Plan($checks, $cover->pairs ?? 0, $cover->lowerBound ?? 0, count($cover->combinations ?? []), $leftOut);
    }

    /**
     * What is tried beside the pairs, each in words.
     *
     * @return array<string, \Closure(): void>
     */
    private function parts(): array
    {
        return [
            'each charge beside the same without it' => $this->charges(...),
            'formulas where their floor or ceiling holds, and rounding' => $this->bounds(...),
            'each condition where each of its parts decides alone' => $this->conditions(...),
            'values that cannot be selected' => $this->deadValues(...),
            'what is sold out or has no row' => $this->soldOut(...),
            'each required answer left out' => $this->required(...),
            'inputs at the edges of their limits' => $this->limits(...),
            'answers given and taken away again' => $this->switchBack(...),
            'inputs emptied again' => $this->emptied(...),
            'quantities' => $this->quantities(...),
            'two lines in one cart' => $this->twoLines(...),
        ];
    }

    /** Combinations from all over the list, where a cover of pairs was more than could be worked out. */
    private function someCombinations(): void
    {
        $this->states = $this->checks = [];
        $selectable = $this->reach->selectable();
        $listing = new Listing($this->reach);
        for ($i = 0; $i < self::SOME_COMBINATIONS; ++$i) {
            $from = gmp_div_q(gmp_mul($selectable, $i), self::SOME_COMBINATIONS);
            foreach ($listing->from($from, 1) as $choices) {
                $state = (0 === $i % 2 ? $this->filled : $this->sparse)->first($choices);
                if (null !== $state) {
                    $this->states[] = $state;
                    $this->addSale(Purpose::Pairs, $this->picked($state), [], $state, $this->reach->setup->quantity->min, 'form');
                }
            }
        }
    }

    private function pairs(PairCover $cover): void
    {
        foreach ($cover->combinations as $i => $choices) {
            // Every other one with optional inputs left empty, so that both are met.
            $state = (0 === $i % 2 ? $this->filled : $this->sparse)->first($choices);
            if (null === $state) {
                continue;
            }
            $rule = $this->reach->setup->quantity;
            $more = $rule->min + $rule->step;
            $this->states[] = $state;
            $this->addSale(Purpose::Pairs, $this->picked($state), [], $state, 1 === $i % 3 && $rule->allows($more) ? $more : $rule->min, 2 === $i % 4 ? 'express' : 'form');
        }
    }

    /** Each charge in two states that differ in nothing else. */
    private function charges(): void
    {
        $setup = $this->reach->setup;
        $count = 0;
        foreach ($setup->options as $option) {
            foreach ($option->values as $value) {
                if ((null === $value->charge && null === $value->item && null === $value->image && null === $value->weight) || ++$count > self::MOST_OF_A_KIND) {
                    continue;
                }
                $at = $value->charge->at ?? $value->at;
                foreach ($this->states as $state) {
                    $with = $this->with($state, $option, $value->index, true);
                    $without = $this->with($state, $option, $value->index, false);
                    if (null !== $with && null !== $without) {
                        $this->addSale(Purpose::Charge, sprintf('%s alone', $this->name($option, $value->index)), [$at], $with, $setup->quantity->min, 'form');
                        if (Kind::Flag === $option->kind || Kind::Several === $option->kind || !$option->required) {
                            $this->addSale(Purpose::Charge, sprintf('the same without %s', $this->name($option, $value->index)), [$at], $without, $setup->quantity->min, 'form');
                        }
                        break;
                    }
                }
            }
        }
    }

    /** A state with one value more, or less, that is still complete and selectable with nothing else changed. */
    private function with(State $state, Option $option, int $value, bool $picked): ?State
    {
        if (!$this->reach->board->page->isShown($option, $state)) {
            return null;
        }
        if (Kind::Several === $option->kind) {
            $picks = $picked ? [...$state->picked($option->index), $value] : array_diff($state->picked($option->index), [$value]);
            $picks = array_values(array_unique($picks));
            sort($picks);
            $answer = [] === $picks ? null : $picks;
        } elseif ($picked) {
            $answer = [$value];
        } else {
            $others = array_values(array_diff($this->reach->board->page->allowed($option, $state), [$value]));
            $answer = !$option->required ? null : ([] === $others ? null : [$others[0]]);
        }
        $changed = $state->with($option->index, $answer);

        return $this->isSale($changed) ? $changed : null;
    }

    /** Each formula where its floor or ceiling holds it, and a price that comes out otherwise if it is rounded elsewhere. */
    private function bounds(): void
    {
        $held = [];
        $isRounded = false;
        foreach ($this->states as $i => $state) {
            $choices = new State(array_filter($state->answers, is_array(...)));
            $looks = 0;
            foreach ($this->filled->of($choices) as $each) {
                if (++$looks > 25) {
                    break;
                }
                $rule = $this->reach->setup->quantity;
                $quantity = $rule->min + ($rule->allows($rule->min + 2 * $rule->step) ? 2 : 0) * $rule->step;
                $quote = $this->appraised($each, $quantity)->quote;
                foreach ($quote->ledger as $entry) {
                    if (null !== $entry->workings?->value && !isset($held[$entry->at]) && $this->isSale($each)) {
                        $held[$entry->at] = true;
                        $this->addSale(Purpose::Charge, sprintf('%s where its %s holds it', $entry->label, '/min' === self::bound($entry->workings) ? 'floor' : 'ceiling'), [$entry->at.self::bound($entry->workings)], $each, $rule->min, 'form');
                    }
                }
                if (!$isRounded && $this->tellsRounding($quote, $quantity) && $this->isSale($each)) {
                    $isRounded = true;
                    $this->addSale(Purpose::Rounding, 'a price that shows where it is rounded', ['/rounding'], $each, $quantity, 'form');
                }
            }
        }
    }

    /** Key of the charge that holds the value of its formula. */
    private static function bound(Workings $held): string
    {
        return null !== $held->value && $held->value->isLessThan($held->amount) ? '/min' : '/max';
    }

    /** Whether rounding each amount, the unit price or the line would come out differently. */
    private function tellsRounding(Quote $quote, int $quantity): bool
    {
        $round = $this->reach->setup->rounded(...);
        $whole = $quote->base;
        $parts = $round($quote->base);
        foreach ($quote->ledger as $entry) {
            if (null === $entry->workings) {
                return false;
            }
            if (!$entry->perLine) {
                $whole = $whole->plus($entry->workings->amount);
                $parts = $parts->plus($round($entry->workings->amount));
            }
        }
        $byUnit = $round($whole)->multipliedBy($quantity);

        return !$byUnit->isEqualTo($parts->multipliedBy($quantity)) || !$byUnit->isEqualTo($round($whole->multipliedBy($quantity)));
    }

    /** Each condition where each of its parts decides alone. */
    private function conditions(): void
    {
        $page = $this->reach->board->page;
        $decisions = new Decisions($page, $this->steps, $this->states, $this->samples);
        $count = 0;
        foreach ($this->reach->setup->options as $option) {
            if (null !== $option->shownWhen && ++$count <= self::MOST_OF_A_KIND) {
                foreach ($decisions->of($option->shownWhen, fn (State $s): ?State => $this->isReachable($s) ? $s : null) as $state) {
                    $this->addLook($option->name(), [$option->code, null, $page->isShown($option, $state)], $option->at.'/shownWhen', $state);
                }
            }
            foreach ($option->values as $value) {
                if (null === $value->allowedWhen || $value->hidden || ++$count > self::MOST_OF_A_KIND) {
                    continue;
                }
                foreach ($decisions->of($value->allowedWhen, fn (State $s): ?State => $page->isShown($option, $s) && $this->isReachable($s) ? $s : null) as $state) {
                    $this->addLook($this->name($option, $value->index), [$option->code, $value->code, in_array($value->index, $page->allowed($option, $state), true)], $value->at.'/allowedWhen', $state);
                }
            }
        }
        foreach ($this->reach->setup->charges as $charge) {
            if (null !== $charge->when && [] === array_filter($charge->when->tests(), static fn (Test $t): bool => $t instanceof QuantityTest) && ++$count <= self::MOST_OF_A_KIND) {
                foreach ($decisions->of($charge->when, fn (State $s): ?State => $this->isSale($s) && $this->isReachable($s) ? $s : $this->filled->first(new State(array_filter($s->answers, is_array(...))))) as $state) {
                    $this->addSale(Purpose::Condition, sprintf('%s where its condition decides', $charge->label), [$charge->at], $state, $this->reach->setup->quantity->min, 'form');
                }
            }
        }
    }

    private function isReachable(State $state): bool
    {
        return null !== $this->steps->between($this->steps->opening(), $state);
    }

    /**
     * The page alone is looked at, nothing is bought.
     *
     * @param array{string, string|null, bool} $offered
     */
    private function addLook(string $name, array $offered, string $place, State $state): void
    {
        $clicks = $this->steps->between($this->steps->opening(), $state) ?? [];
        $this->checks[] = new Check(0, Purpose::Condition, sprintf('%s is %s', $name, $offered[2] ? 'offered' : 'not offered'), [$place], [$clicks], [$this->reach->setup->quantity->min], 'form', null, $offered, false, null, [], [], []);
    }

    private function deadValues(): void
    {
        $count = 0;
        foreach ($this->reach->deadValues() as ['option' => $o, 'value' => $v, 'offered' => $offered]) {
            $option = $this->reach->setup->options[$o];
            if ($offered || Kind::Flag === $option->kind || ++$count > self::MOST_OF_A_KIND) {
                continue;
            }
            $value = $option->values[$v];
            foreach ($this->states as $state) {
                if (!$this->reach->board->page->isShown($option, $state)) {
                    continue;
                }
                if (in_array($v, $this->reach->board->page->allowed($option, $state), true)) {
                    // It can be clicked, and only what comes after keeps it from being bought.
                    continue;
                }
                $clicks = $this->steps->between($this->steps->opening(), $state);
                if (null === $clicks) {
                    continue;
                }
                $sent = $this->sent($state);
                $sent[$option->code] = Kind::Several === $option->kind ? [$value->code] : $value->code;
                $at = $value->hidden ? $value->at.'/hidden' : (null === $value->allowedWhen ? $value->at : $value->at.'/allowedWhen');
                $this->checks[] = new Check(0, Purpose::DeadValue, sprintf('%s is not offered, and not taken when it is sent all the same', $this->name($option, $v)), [$at], [$clicks], [$this->reach->setup->quantity->min], 'form', $sent, [$option->code, $value->code, false], false, $option->code, [], [], []);
                break;
            }
        }
    }

    private function soldOut(): void
    {
        if (0 === gmp_sign($this->reach->deadEnds())) {
            return;
        }
        $listing = new Listing($this->reach, Listing::DEAD_END);
        $total = $listing->total();
        // The first, the last, and some between: causes stand apart in listing order.
        $ranks = [];
        for ($i = 0; $i < 8; ++$i) {
            $ranks[gmp_strval(gmp_div_q(gmp_mul(gmp_sub($total, 1), $i), 7))] = true;
        }
        foreach (array_keys($ranks) as $rank) {
            $state = $this->filled->first($listing->at(gmp_init($rank)));
            $clicks = null === $state ? null : $this->steps->between($this->steps->opening(), $state);
            if (null !== $state && null !== $clicks) {
                $missing = $this->reach->board->stock->soldOutValue($state);
                $row = $this->reach->board->stock->row($state);
                $places = null !== $missing ? [$this->reach->setup->options[$missing[0]]->values[$missing[1]]->at.'/stock'] : [null === $row ? '/variants/rows' : $row->at.'/stock'];
                $this->checks[] = new Check(0, Purpose::SoldOut, 'what is not in stock is not sold', $places, [$clicks], [$this->reach->setup->quantity->min], 'form', null, null, false, null, [], [], []);
            }
        }
    }

    private function required(): void
    {
        foreach ($this->reach->setup->options as $option) {
            if (!$option->required || Kind::Note === $option->kind) {
                continue;
            }
            foreach ($this->states as $state) {
                if (!$state->has($option->index)) {
                    continue;
                }
                $without = $this->steps->click($state, $option->index, null);
                $clicks = $this->steps->between($this->steps->opening(), $without);
                if ($without->has($option->index) || null === $clicks) {
                    continue;
                }
                foreach (['form', 'express'] as $route) {
                    $this->checks[] = new Check(0, Purpose::Required, sprintf('%s left out%s', $option->name(), 'express' === $route ? ', by the express route' : ''), [$option->at.'/required'], [$clicks], [$this->reach->setup->quantity->min], $route, null, null, false, $option->code, [], [], []);
                }
                break;
            }
        }
    }

    private function limits(): void
    {
        $count = 0;
        foreach ($this->reach->setup->options as $option) {
            foreach ($option->kind->isInput() ? EdgeInputs::of($option) : [] as [$about, $key, $input]) {
                foreach ($this->states as $state) {
                    if (!$this->reach->board->page->isShown($option, $state) || ++$count > 4 * self::MOST_OF_A_KIND) {
                        continue;
                    }
                    $typed = $this->filled->first(new State(array_filter($state->with($option->index, $input)->answers, is_array(...))));
                    $state = $this->complete($state->with($option->index, $input)) ?? $typed ?? $state;
                    $state = $state->with($option->index, $input);
                    if ($this->reach->board->page->drop($state)->key() !== $state->key()) {
                        continue;
                    }
                    $this->addAny(Purpose::Limit, sprintf('%s: %s', $option->name(), $about), [$option->at.'/'.$key], $state, $option->code);
                    break;
                }
            }
        }
    }

    /** The same state where it is complete; else with what became required filled. */
    private function complete(State $state): ?State
    {
        $settled = $this->reach->board->page->drop($state);

        return $this->reach->board->page->isComplete($settled) ? $settled : null;
    }

    /** Each branch opened, answered, and closed again by changing what opened it. */
    private function switchBack(): void
    {
        $find = new SwitchBack($this->reach, $this->steps, $this->filled, $this->states, $this->samples, $this->isSale(...));
        foreach ($this->reach->setup->options as $option) {
            if (Kind::Note === $option->kind) {
                continue;
            }
            if (null !== $option->shownWhen) {
                $this->addSwitchBack($option->name(), [$option->at.'/shownWhen', ...(null === $option->charge ? [] : [$option->charge->at])], $find->of($option, null, $option->shownWhen));
            }
            $count = 0;
            foreach ($option->values as $value) {
                if (null !== $value->allowedWhen && ++$count <= 3) {
                    $this->addSwitchBack($this->name($option, $value->index), [$value->at.'/allowedWhen', ...(null === $value->charge ? [] : [$value->charge->at])], $find->of($option, $value->index, $value->allowedWhen));
                }
            }
        }
    }

    /**
     * @param list<string>                                                     $places
     * @param array{State, Option, non-empty-list<int>|Input|null, State}|null $found
     */
    private function addSwitchBack(string $name, array $places, ?array $found): void
    {
        [$state, $trigger, $answer, $sale] = $found ?? [null, null, null, null];
        if (null === $state || null === $trigger || null === $sale) {
            return;
        }
        $clicks = $this->steps->between($this->steps->opening(), $state);
        $more = $this->steps->between($this->steps->click($state, $trigger->index, $answer), $sale);
        if (null !== $clicks && null !== $more) {
            $this->addSale(Purpose::SwitchBack, sprintf('%s answered, then taken away again by %s', $name, $trigger->name()), $places, $sale, $this->reach->setup->quantity->min, 'form', [...$clicks, $this->steps->step($trigger, $answer), ...$more]);
        }
    }

    private function emptied(): void
    {
        foreach ($this->reach->setup->options as $option) {
            if (!$option->kind->isInput() || $option->required || null === $option->charge) {
                continue;
            }
            foreach ($this->states as $state) {
                if (!$state->has($option->index)) {
                    continue;
                }
                $after = $this->steps->click($state, $option->index, null);
                $clicks = $this->steps->between($this->steps->opening(), $state);
                if (null !== $clicks && $this->isSale($after)) {
                    $this->addSale(Purpose::Emptied, sprintf('%s filled, then emptied again', $option->name()), [$option->charge->at], $after, $this->reach->setup->quantity->min, 'form', [...$clicks, $this->steps->step($option, null)]);
                    break;
                }
            }
        }
    }

    private function quantities(): void
    {
        $rule = $this->reach->setup->quantity;
        $state = $this->states[0] ?? null;
        if (null === $state) {
            return;
        }
        $wanted = [$rule->min - 1, $rule->min, $rule->min + $rule->step, $rule->max, null === $rule->max ? null : $rule->max + $rule->step];
        array_push($wanted, ...$this->reach->setup->quantityMarks());
        foreach (array_unique(array_filter($wanted, static fn (?int $q): bool => null !== $q && $q > 0)) as $quantity) {
            $this->addAny(Purpose::Quantity, sprintf('%d pieces', $quantity), ['/quantity'], $state, 'quantity', $quantity);
        }
    }

    private function twoLines(): void
    {
        $first = $this->states[0] ?? null;
        foreach (array_slice($this->states, 1) as $second) {
            $clicks = null === $first ? null : $this->steps->between($this->steps->opening(), $first);
            $more = $this->steps->between($this->steps->opening(), $second);
            if (null === $first || null === $clicks || null === $more) {
                continue;
            }
            $quantity = $this->reach->setup->quantity->min;
            $lines = [$this->line($this->appraised($first, $quantity)), $this->line($this->appraised($second, $quantity))];
            $this->checks[] = new Check(0, Purpose::TwoLines, 'two different choices stay two lines', ['/item'], [$clicks, $more], [$quantity, $quantity], 'form', null, null, true, null, $lines, [], []);

            return;
        }
    }

    private function appraised(State $state, int $quantity): Appraisal
    {
        return $this->appraiser->appraise(GivenState::of($this->reach->setup, $state, $quantity));
    }

    private function isSale(State $state): bool
    {
        $page = $this->reach->board->page;

        return $page->isComplete($state) && $page->drop($state)->key() === $state->key() && [] === $this->problems($this->appraised($state, $this->reach->setup->quantity->min));
    }

    /**
     * What keeps a state from being sold; guards do not, as they say what the page should not, not what it does.
     *
     * @return list<string> option codes, or "" where it is no option's
     */
    private function problems(Appraisal $appraisal): array
    {
        $fields = [];
        foreach ($appraisal->problems as $problem) {
            if (!in_array($problem->code, ['guard', 'formula'], true)) {
                $fields[] = 'quantity' === $problem->code ? 'quantity' : $problem->option ?? '';
            }
        }

        return $fields;
    }

    /**
     * @param list<string>     $places
     * @param 'form'|'express' $route
     * @param list<Click>|null $clicks null: straight from the opening page
     */
    private function addSale(Purpose $purpose, string $about, array $places, State $state, int $quantity, string $route, ?array $clicks = null): void
    {
        $clicks ??= $this->steps->between($this->steps->opening(), $state);
        $appraisal = null === $clicks ? null : $this->appraised($state, $quantity);
        if (null === $clicks || null === $appraisal || [] !== $this->problems($appraisal)) {
            return;
        }
        $this->checks[] = new Check(0, $purpose, $about, $places, [$clicks], [$quantity], $route, null, null, true, null, [$this->line($appraisal)], $this->charged($appraisal, $quantity), $this->chosen($state));
    }

    /**
     * @param list<string> $places
     */
    private function addAny(Purpose $purpose, string $about, array $places, State $state, string $field, ?int $quantity = null): void
    {
        $quantity ??= $this->reach->setup->quantity->min;
        $clicks = $this->steps->between($this->steps->opening(), $state);
        if (null === $clicks) {
            return;
        }
        $appraisal = $this->appraised($state, $quantity);
        $problems = $this->problems($appraisal);
        $accepted = [] === $problems;
        $this->checks[] = new Check(0, $purpose, $about, $places, [$clicks], [$quantity], 'form', null, null, $accepted, in_array($field, $problems, true) ? $field : null, $accepted ? [$this->line($appraisal)] : [], $accepted ? $this->charged($appraisal, $quantity) : [], $accepted ? $this->chosen($state) : []);
    }

    /**
     * @return Line
     */
    private function line(Appraisal $appraisal): array
    {
        $text = $this->form->toArray($appraisal);
        /** @var array<string, mixed> $carried */
        $carried = $text['line'];
        /** @var Line $line */
        $line = $carried + ['unitPrice' => $text['unitPrice'], 'lineTotal' => $text['lineTotal'], 'total' => $text['total'], 'ownLines' => $text['ownLines']];

        return $line;
    }

    /**
     * @return list<string>
     */
    private function charged(Appraisal $appraisal, int $quantity): array
    {
        $quote = $appraisal->quote;
        $places = array_map(static fn (LedgerEntry $e): string => $e->at, $quote->ledger);
        foreach ($quote->ownLines as $own) {
            $places[] = $own->value->at.'/line';
        }
        $offGrid = null !== $quote->running && null !== $quote->unitPrice && !$quote->running->isEqualTo($quote->unitPrice);
        foreach ($quote->ledger as $entry) {
            if (null !== $entry->workings?->value) {
                $places[] = $entry->at.self::bound($entry->workings);
            }
            $offGrid = $offGrid || (null !== $entry->workings && $entry->workings->amount->strippedOfTrailingZeros()->getScale() > $this->reach->setup->currency->minorUnits);
        }

        return [$quote->baseAt, ...$places, ...($offGrid ? ['/rounding'] : []), ...($quantity > 1 ? ['/quantity'] : [])];
    }

    /**
     * @return list<string> places of the chosen values, and of the options that are filled in
     */
    private function chosen(State $state): array
    {
        $places = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->reach->setup->options[$index];
            foreach (is_array($answer) ? $answer : [] as $value) {
                $places[] = $option->values[$value]->at;
            }
            if (!is_array($answer)) {
                $places[] = $option->at;
            }
        }

        return $places;
    }

    /**
     * @return array<string, mixed>
     */
    private function sent(State $state): array
    {
        $sent = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->reach->setup->options[$index];
            $sent[$option->code] = $answer instanceof Input && Kind::File === $option->kind ? Steps::files($answer) : StateText::pick($this->reach->setup, new State([$index => $answer]))[$option->code];
        }

        return $sent;
    }

    /** What is picked, in a few words. */
    private function picked(State $state): string
    {
        $words = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->reach->setup->options[$index];
            foreach (is_array($answer) ? $answer : [] as $value) {
                $words[] = Kind::Flag === $option->kind ? $option->name() : $option->values[$value]->label;
            }
        }
        $shown = array_slice($words, 0, self::MOST_WORDS);

        return ([] === $words ? 'nothing picked' : implode(' · ', $shown)).(count($words) > count($shown) ? sprintf(' and %d more', count($words) - count($shown)) : '');
    }

    private function name(Option $option, int $value): string
    {
        return Kind::Flag === $option->kind ? $option->name() : $option->name().': '.$option->values[$value]->label;
    }
}
