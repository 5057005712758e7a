<?php

declare(strict_types=1);

namespace Ithrel\Core\Plan\Rule;

use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Boundary\Boundaries;
use Ithrel\Core\Boundary\BoundaryRow;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\CheckMaker;
use Ithrel\Core\Plan\Click;
use Ithrel\Core\Plan\Purpose;
use Ithrel\Core\Plan\Rule;
use Ithrel\Core\Plan\SaysWhatIsLeft;
use Ithrel\Core\Setup\Option;

/**
 * The edges of each boundary sheet, from both sides: inputs, and picks of a several. The rest of a sheet is for trying
 * by hand.
 */
final class LimitEdges implements Rule, SaysWhatIsLeft
{
    /** @var array<string, int> option => edges that no state of the plan shows */
    private array $left = [];

    public function words(): string
    {
        return 'inputs at the edges of their limits';
    }

    public function checks(CheckMaker $maker): iterable
    {
        $boundaries = new Boundaries($maker->reach, $maker->given);
        $count = 0;
        $dead = array_flip($maker->reach->deadOptions());
        foreach ($maker->reach->setup->options as $option) {
            if (isset($dead[$option->index])) {
                continue;
            }
            foreach ($boundaries->edges($option) as [$row, $key]) {
                if (++$count > 4 * CheckMaker::MOST_OF_A_KIND) {
                    return;
                }
                $check = $this->check($maker, $option, $row, $option->at . '/' . $key);
                if (null !== $check) {
                    yield $check;
                } else {
                    $this->left[$option->name()] = ($this->left[$option->name()] ?? 0) + 1;
                }
            }
        }
    }

    public function left(): array
    {
        return array_map(
            static fn(string $name, int $edges): string => sprintf(
                1 === $edges ? '%d edge of %s' : '%d edges of %s',
                $edges,
                $name,
            ),
            array_keys($this->left),
            $this->left,
        );
    }

    private function check(CheckMaker $maker, Option $option, BoundaryRow $row, string $place): ?Check
    {
        $about = sprintf('%s: %s', $option->name(), $row->about);
        foreach ($maker->states as $state) {
            if (!$maker->page->isShown($option, $state)) {
                continue;
            }
            $answer = $this->read($maker, $option, $row);
            $check =
                null === $answer
                    ? $this->asTyped($maker, $option, $row, $about, $place, $state)
                    : $this->given($maker, $option, $answer, $about, $place, $state);
            if (null !== $check) {
                return $check;
            }
        }

        return null;
    }

    /**
     * @return non-empty-list<int>|Input|null null where it is no answer of this kind at all
     */
    private function read(CheckMaker $maker, Option $option, BoundaryRow $row): array|Input|null
    {
        $given = is_array($row->answer)
            ? array_map(
                static fn(string|array $one): string|\stdClass => is_array($one) ? (object) $one : $one,
                $row->answer,
            )
            : $row->answer;
        $state = GivenState::read($maker->reach->setup, (object) ['pick' => (object) [$option->code => $given]])->state;

        return $state->answers[$option->index] ?? null;
    }

    /**
     * @param non-empty-list<int>|Input $answer
     */
    private function given(
        CheckMaker $maker,
        Option $option,
        array|Input $answer,
        string $about,
        string $place,
        State $state,
    ): ?Check {
        if (is_array($answer) && [] !== array_diff($answer, $maker->page->allowed($option, $state))) {
            return null;
        }
        $with = $state->with($option->index, $answer);
        // What the answer closes is left behind, as a shopper leaves it.
        $settled = $maker->page->drop($with);
        if (!$maker->page->isComplete($settled)) {
            // What became required is filled in.
            $settled = $maker->page->drop(($maker->filledAnew($with) ?? $state)->with($option->index, $answer));
        }
        $with = $settled->has($option->index) ? $settled : $with;

        return $maker->isSettled($with) ? $maker->any(Purpose::Limit, $about, [$place], $with, $option->code) : null;
    }

    /** What is typed although it is no number, no day or blank: it counts as it is refused, or as nothing. */
    private function asTyped(
        CheckMaker $maker,
        Option $option,
        BoundaryRow $row,
        string $about,
        string $place,
        State $state,
    ): ?Check {
        $without = $maker->steps->click($state, $option->index, null);
        $clicks = $maker->steps->between($maker->steps->opening(), $without);
        if (null === $clicks || !is_string($row->answer) || $without->has($option->index)) {
            return null;
        }
        $clicks[] = new Click($option->code, $row->answer, sprintf('%s: give “%s”', $option->name(), $row->answer));
        if (BoundaryRow::REFUSED === $row->expected || $option->required) {
            return $maker->refused(Purpose::Limit, $about, [$place], $clicks, $option->code);
        }

        return $maker->isSale($without)
            ? $maker->sale(Purpose::Limit, $about, [$place], $without, null, 'form', $clicks)
            : null;
    }
}
