<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Price\Cost;
use Ithrel\Core\Price\Pricer;
use Ithrel\Core\Reach\Reach;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Setup;

/**
 * Checks, prices and carries one state after another of a setup.
 */
final class Appraiser
{
    private readonly Setup $setup;
    private readonly Pricer $pricer;
    private readonly CartLineBuilder $lines;
    private readonly InputCheck $inputs;
    private readonly Cost $cost;

    public function __construct(private readonly Reach $reach)
    {
        $this->setup = $reach->setup;
        $this->pricer = new Pricer($this->setup);
        $this->lines = new CartLineBuilder($this->setup);
        $this->inputs = new InputCheck();
        $this->cost = new Cost($this->setup, $reach->board->stock);
    }

    public function appraise(GivenState $given): Appraisal
    {
        $problems = $given->problems;
        $dropped = null;
        $state = $this->reach->board->page->drop($given->state, $dropped);
        foreach ($dropped ?? [] as [$index, $value]) {
            $option = $this->setup->options[$index];
            $problems[] =
                null === $value
                    ? new AnswerProblem(
                        'hidden',
                        $option->code,
                        sprintf('%s is not shown here, so it takes no answer.', $option->name()),
                    )
                    : new AnswerProblem(
                        'not-allowed',
                        $option->code,
                        sprintf('%s: %s is not on offer here.', $option->name(), $option->values[$value]->label),
                        null,
                        $option->values[$value]->code,
                    );
        }
        array_push($problems, ...$this->unreached($state));
        $complete = true;
        foreach ($this->setup->options as $option) {
            $answer = $state->answers[$option->index] ?? null;
            if ($answer instanceof Input) {
                array_push($problems, ...$this->inputs->problems($option, $answer));
            } elseif (
                null === $answer &&
                $option->required &&
                Kind::Note !== $option->kind &&
                $this->reach->board->page->isShown($option, $state)
            ) {
                $problems[] = new AnswerProblem(
                    'missing',
                    $option->code,
                    sprintf('%s has to be answered.', $option->name()),
                );
                $complete = false;
            } elseif (is_array($answer) && null !== $option->picks) {
                $count = count($answer);
                if ($count < $option->picks->min || (null !== $option->picks->max && $count > $option->picks->max)) {
                    $limit = $count < $option->picks->min ? $option->picks->min : (int) $option->picks->max;
                    $problems[] = new AnswerProblem(
                        'picks',
                        $option->code,
                        sprintf(
                            '%s: at %s %d can be picked, %d are.',
                            $option->name(),
                            $count < $option->picks->min ? 'least' : 'most',
                            $limit,
                            $count,
                        ),
                        (string) $limit,
                        (string) $count,
                    );
                    $complete = false;
                }
            }
        }
        array_push($problems, ...$this->stock($state, $complete));
        if ($complete) {
            array_push($problems, ...$this->guards($state));
        }
        $quote = $this->pricer->quote($state, $given->quantity);

        return new Appraisal(
            $state,
            $given->quantity,
            [...$problems, ...$quote->problems],
            $quote,
            $this->lines->build($state, $given->quantity),
            $this->cost->of($state),
            $this->cost->size($state),
        );
    }

    /**
     * @return list<AnswerProblem>
     */
    private function unreached(State $state): array
    {
        $problems = [];
        foreach ($this->reach->circleGroups as $circle) {
            if ($circle->misses && !$circle->reaches($state)) {
                foreach ($circle->options as $index) {
                    if ($state->has($index) && isset($this->reach->board->dependencies->circleOf[$index])) {
                        $option = $this->setup->options[$index];
                        $problems[] = new AnswerProblem(
                            'hidden',
                            $option->code,
                            sprintf(
                                '%s cannot be brought to this answer by clicks: it waits for options that wait for it.',
                                $option->name(),
                            ),
                        );
                    }
                }
            }
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function stock(State $state, bool $complete): array
    {
        $stock = $this->reach->board->stock;
        $problems = [];
        if (!$this->setup->isEnough($this->setup->item->stock)) {
            $problems[] = new AnswerProblem('sold-out', null, sprintf('%s is sold out.', $this->setup->item->name));
        }
        foreach ($state->answers as $index => $answer) {
            foreach (is_array($answer) ? $answer : [] as $value) {
                if (!$stock->hasValue($index, $value)) {
                    $option = $this->setup->options[$index];
                    $problems[] = new AnswerProblem(
                        'sold-out',
                        $option->code,
                        sprintf('%s: %s is sold out.', $option->name(), $option->values[$value]->label),
                        null,
                        $option->values[$value]->code,
                    );
                }
            }
        }
        if ($complete && null !== $this->setup->variants) {
            $row = $stock->row($state);
            if (null === $row) {
                $problems[] = new AnswerProblem('no-row', null, 'No variant row matches these choices.');
            } elseif (!$this->setup->isEnough($row->stock)) {
                $problems[] = new AnswerProblem(
                    'sold-out',
                    null,
                    sprintf('The variant row %s is sold out.', $row->sku ?? $row->index + 1),
                );
            }
        }

        return $problems;
    }

    /**
     * @return list<AnswerProblem>
     */
    private function guards(State $state): array
    {
        $truth = $this->reach->board->page->truth;
        $problems = [];
        foreach ($this->setup->guards as $guard) {
            if (
                (null !== $guard->never && $truth->holds($guard->never, $state)) ||
                !$truth->holds($guard->always, $state)
            ) {
                $problems[] = new AnswerProblem(
                    'guard',
                    null,
                    '' === $guard->because
                        ? sprintf('This must not be sold (%s).', $guard->id)
                        : sprintf('This must not be sold: %s', $guard->because),
                    $guard->id,
                );
            }
        }

        return $problems;
    }
}
