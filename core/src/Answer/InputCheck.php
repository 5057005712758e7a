<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;
use Ithrel\Core\Limit\TextMeasure;
use Ithrel\Core\Setup\Option;

/**
 * Holds an input against the limits of its option.
 */
final readonly class InputCheck
{
    /** What was typed as an input; null where it is blank, or no number, date or colour. */
    public function parse(Option $option, string $typed): ?Input
    {
        return TextMeasure::isBlank($typed) ? null : $option->type?->parse($typed);
    }

    /**
     * @return list<AnswerProblem>
     */
    public function problems(Option $option, Input $input): array
    {
        return array_map(
            static fn(LimitProblem $p): AnswerProblem => new AnswerProblem(
                $p->code,
                $option->code,
                $option->name() . ': ' . $p->message,
                $p->limit,
                $p->found,
            ),
            $option->type?->problems($input) ?? [],
        );
    }
}
