<?php

declare(strict_types=1);

namespace Ithrel\Core\Boundary;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\GivenState;
use Ithrel\Core\Answer\InputCheck;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * What must happen to one answer of one option, whatever else is answered; read just as a state's answers are.
 */
final readonly class Judge
{
    public function __construct(private Setup $setup) {}

    /**
     * @param string|list<string>|list<array<string, string|int>> $answer
     */
    public function answer(Option $option, string|array $answer, string $about): BoundaryRow
    {
        $given = GivenState::read(
            $this->setup,
            (object) ['pick' => (object) [$option->code => self::asObjects($answer)]],
        );
        $found = $given->state->answers[$option->index] ?? null;
        $problems = $given->problems;
        if ($found instanceof Input) {
            $problems = [...$problems, ...(new InputCheck())->problems($option, $found)];
        } elseif (is_array($found) && null !== $option->picks) {
            $picks = count($found);
            $problems =
                $picks < $option->picks->min || (null !== $option->picks->max && $picks > $option->picks->max)
                    ? [new AnswerProblem('picks', $option->code, self::picksText($option, $picks))]
                    : $problems;
        }
        if (null === $found && [] === $problems) {
            return $this->row(
                $answer,
                $about,
                BoundaryRow::EMPTY,
                null,
                HtmlField::of($option, is_array($answer) ? '' : $answer, null),
            );
        }
        $first = $problems[0] ?? null;

        return $this->row(
            $answer,
            $about,
            null === $first ? BoundaryRow::TAKEN : BoundaryRow::REFUSED,
            $first,
            HtmlField::of($option, $answer, $first?->code),
        );
    }

    /** No answer at all, where one is required. */
    public function missing(Option $option): BoundaryRow
    {
        return $this->row(
            null,
            'no answer',
            BoundaryRow::REFUSED,
            new AnswerProblem('missing', $option->code, sprintf('%s is required.', $option->name())),
            HtmlField::missing($option),
        );
    }

    public function quantity(string|int $answer, string $about): BoundaryRow
    {
        $given = GivenState::read($this->setup, (object) ['quantity' => $answer]);
        $first = $given->problems[0] ?? null;

        return $this->row(
            $answer,
            $about,
            null === $first ? BoundaryRow::TAKEN : BoundaryRow::REFUSED,
            $first,
            HtmlField::quantity($this->setup->quantity, (string) $answer),
        );
    }

    /**
     * @param string|int|list<string>|list<array<string, string|int>>|null $answer
     * @param 'taken'|'refused'|'empty' $expected
     */
    private function row(
        string|int|array|null $answer,
        string $about,
        string $expected,
        ?AnswerProblem $problem,
        string $browser,
    ): BoundaryRow {
        return new BoundaryRow($answer, $about, $expected, $problem?->code, $browser, $problem?->message);
    }

    private static function picksText(Option $option, int $found): string
    {
        return sprintf(
            '%s: %s; %d made.',
            $option->name(),
            match (true) {
                null === $option->picks?->max => sprintf('at least %d picks are needed', $option->picks->min ?? 0),
                0 === $option->picks->min => sprintf('at most %d picks are taken', $option->picks->max),
                default => sprintf('%d to %d picks are needed', $option->picks->min, $option->picks->max),
            },
            $found,
        );
    }

    /**
     * @param string|list<string>|list<array<string, string|int>> $answer
     *
     * @return string|list<string|\stdClass>
     */
    private static function asObjects(string|array $answer): string|array
    {
        return is_string($answer)
            ? $answer
            : array_map(
                static fn(string|array $one): string|\stdClass => is_array($one) ? (object) $one : $one,
                $answer,
            );
    }
}
