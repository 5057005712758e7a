<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan;

use Ithrel\Core\Answer\Completions;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\Page;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Answer\StateText;
use Ithrel\Core\Cart\Appraisal;
use Ithrel\Core\Cart\Appraiser;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Condition\Condition;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\QuantityRule;

/**
 * Makes checks of states: the clicks that lead there, and what has to come of them. What all rules of the plan share.
 *
 * Long, as it has a method for each kind of check that rules ask for.
 *
 * @phpstan-import-type Line from Check
 */
final class CheckMaker
{
    /** Checks of one rule at most; a setup of hundreds of options would else have thousands. */
    public const MOST_OF_A_KIND = 150;

    public readonly Page $page;
    public readonly Steps $steps;

    /** Optional inputs filled. */
    public readonly Completions $filled;

    /** Optional inputs left empty. */
    public readonly Completions $sparse;

    /** @var array<int, list<Input>> option => ordinary answers */
    public readonly array $samples;

    /** @var list<State> complete and selectable, one for each combination of the cover */
    public array $states = [];

    /**
     * @var array<string, array{
     *     State,
     *     Option,
     *     non-empty-list<int>|Input|null,
     *     State,
     * }|null>  by place: more than one rule asks
     */
    private array $switches = [];

    private readonly Appraiser $appraiser;
    private readonly Expected $expected;

    /**
     * @param array<string, list<string>> $given option => texts that a tester gave as fitting its pattern
     */
    public function __construct(public readonly Reach $reach, public readonly array $given = [])
    {
        $this->page = $reach->board->page;
        $this->appraiser = new Appraiser($reach);
        $this->expected = new Expected($reach->setup);
        $this->steps = new Steps($this->page);
        $this->samples = InputSamples::of($this->page, $given);
        $this->filled = Completions::ofAll($this->page, $this->samples, true);
        $this->sparse = Completions::ofAll($this->page, $this->samples, false);
    }

    public function rule(): QuantityRule
    {
        return $this->reach->setup->quantity;
    }

    public function appraised(State $state, ?int $quantity = null): Appraisal
    {
        return $this->appraiser->appraise(GivenState::of($this->reach->setup, $state, $quantity ?? $this->rule()->min));
    }

    /** Whether clicks in walk order lead to a state. */
    public function isReachable(State $state): bool
    {
        return null !== $this->steps->between($this->steps->opening(), $state);
    }

    /** Whether a state can be bought as it stands. */
    public function isSale(State $state): bool
    {
        return $this->page->isComplete($state) &&
            $this->isSettled($state) &&
            [] === $this->problems($this->appraised($state));
    }

    /** Whether nothing of a state is hidden or no longer allowed. */
    public function isSettled(State $state): bool
    {
        return $this->page->drop($state)->key() === $state->key();
    }

    /**
     * How an answer is given and taken away again by what its condition asks; of the states as they are when it is
     * first asked.
     *
     * @param int|null $value one value of the option; null: any answer
     *
     * @return array{State, Option, non-empty-list<int>|Input|null, State}|null as SwitchBack::of()
     */
    public function switchBack(Option $option, ?int $value, Condition $condition): ?array
    {
        $place = $condition->at();
        if (!array_key_exists($place, $this->switches)) {
            $find = new SwitchBack(
                $this->reach,
                $this->steps,
                $this->filled,
                $this->states,
                $this->samples,
                $this->isSale(...),
            );
            $this->switches[$place] = $find->of($option, $value, $condition);
        }

        return $this->switches[$place];
    }

    /** The choices of a state with its inputs filled anew, where that can be. */
    public function filledAnew(State $state): ?State
    {
        return $this->filled->first(new State(array_filter($state->answers, is_array(...))));
    }

    /**
     * A check that the shop takes: null where no clicks lead there, or it could not be bought.
     *
     * @param list<string> $places
     * @param 'form'|'express' $route
     * @param list<Click>|null $clicks null: straight from the opening page
     */
    public function sale(
        Purpose $purpose,
        string $about,
        array $places,
        State $state,
        ?int $quantity = null,
        string $route = 'form',
        ?array $clicks = null,
    ): ?Check {
        $quantity ??= $this->rule()->min;
        $clicks ??= $this->steps->between($this->steps->opening(), $state);
        $appraisal = null === $clicks ? null : $this->appraised($state, $quantity);
        if (null === $clicks || null === $appraisal || [] !== $this->problems($appraisal)) {
            return null;
        }

        $check = new Check(0, $purpose, $about, $places, [$clicks], [$quantity], $route, accepted: true);

        return $check->telling(
            [$this->expected->line($appraisal)],
            $this->expected->charged($appraisal, $quantity),
            $this->expected->chosen($state),
        );
    }

    /**
     * A check of whatever has to happen: taken, or refused with this field named where it has a problem.
     *
     * @param list<string> $places
     * @param list<Click>|null $clicks null: straight from the opening page
     */
    public function any(
        Purpose $purpose,
        string $about,
        array $places,
        State $state,
        string $field,
        ?int $quantity = null,
        ?array $clicks = null,
    ): ?Check {
        $quantity ??= $this->rule()->min;
        $clicks ??= $this->steps->between($this->steps->opening(), $state);
        if (null === $clicks) {
            return null;
        }
        $appraisal = $this->appraised($state, $quantity);
        $problems = $this->problems($appraisal);
        if ([] !== $problems) {
            return $this->refused(
                $purpose,
                $about,
                $places,
                $clicks,
                in_array($field, $problems, true) ? $field : null,
                'form',
                null,
                $quantity,
            );
        }

        $check = new Check(0, $purpose, $about, $places, [$clicks], [$quantity], accepted: true);

        return $check->telling(
            [$this->expected->line($appraisal)],
            $this->expected->charged($appraisal, $quantity),
            $this->expected->chosen($state),
        );
    }

    /**
     * A check that the shop refuses.
     *
     * @param list<string> $places
     * @param list<Click> $clicks
     * @param string|null $field that the refusal names; null: any
     * @param 'form'|'express' $route
     * @param array<string, mixed>|null $sent past the page
     */
    public function refused(
        Purpose $purpose,
        string $about,
        array $places,
        array $clicks,
        ?string $field,
        string $route = 'form',
        ?array $sent = null,
        ?int $quantity = null,
    ): Check {
        $quantity ??= $this->rule()->min;

        return new Check(0, $purpose, $about, $places, [$clicks], [$quantity], $route, $sent, field: $field);
    }

    /**
     * A check that the shop refuses, but whose page tells all of it before.
     *
     * @param list<string> $places
     * @param list<Click> $clicks
     * @param 'form'|'express' $route
     */
    public function toldAndRefused(
        Purpose $purpose,
        string $about,
        array $places,
        State $state,
        array $clicks,
        string $route,
    ): Check {
        $quantity = $this->rule()->min;
        $appraisal = $this->appraised($state, $quantity);

        $check = new Check(0, $purpose, $about, $places, [$clicks], [$quantity], $route);

        return $check->telling(
            [$this->expected->line($appraisal)],
            $this->expected->charged($appraisal, $quantity),
            $this->expected->chosen($state),
        );
    }

    /**
     * The page alone is looked at, nothing is bought.
     *
     * @param array{string, string|null, bool} $offered
     * @param list<string> $places
     * @param list<Click>|null $clicks null: straight from the opening page
     */
    public function look(
        Purpose $purpose,
        string $about,
        array $offered,
        array $places,
        State $state,
        ?array $clicks = null,
    ): ?Check {
        $clicks ??= $this->steps->between($this->steps->opening(), $state);

        return null === $clicks
            ? null
            : new Check(0, $purpose, $about, $places, [$clicks], [$this->rule()->min], offered: $offered);
    }

    /**
     * Two lines in one cart, each of a visit of its own.
     *
     * @param list<string> $places
     */
    public function twoSales(Purpose $purpose, string $about, array $places, State $first, State $second): ?Check
    {
        $clicks = $this->steps->between($this->steps->opening(), $first);
        $more = $this->steps->between($this->steps->opening(), $second);
        if (null === $clicks || null === $more) {
            return null;
        }
        $quantity = $this->rule()->min;
        $lines = [$this->expected->line($this->appraised($first)), $this->expected->line($this->appraised($second))];

        return new Check(
            0,
            $purpose,
            $about,
            $places,
            [$clicks, $more],
            [$quantity, $quantity],
            accepted: true,
            lines: $lines,
        );
    }

    /**
     * What keeps a state from being sold; guards do not, as they say what the page should not, not what it does.
     *
     * @return list<string> option codes, or "" where it is no option's
     */
    public function problems(Appraisal $appraisal): array
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
     * @return array<string, mixed> the answers of a state, to be sent past the page
     */
    public function sent(State $state): array
    {
        $sent = [];
        foreach ($state->answers as $index => $answer) {
            $option = $this->reach->setup->options[$index];
            $sent[$option->code] =
                $answer instanceof Input && Kind::File === $option->kind
                    ? Steps::files($answer)
                    : StateText::pick($this->reach->setup, new State([$index => $answer]))[$option->code];
        }

        return $sent;
    }

    /** "Glass: Green"; a flag by its own name. */
    public function name(Option $option, int $value): string
    {
        return Kind::Flag === $option->kind ? $option->name() : $option->name() . ': ' . $option->values[$value]->label;
    }
}
