<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit;

use Ithrel\Core\Limit\Type\InputTypes;
use Ithrel\Core\Setup\Option;

/**
 * Holds an input against the limits of its option.
 */
final readonly class InputCheck
{
    /** What was typed as an input; null where it is blank, or no number, date or colour. */
    public function parse(Option $option, string $typed): ?Input
    {
        return TextMeasure::isBlank($typed) ? null : InputTypes::of($option)?->parse($typed);
    }

    /**
     * @return list<AnswerProblem>
     */
    public function problems(Option $option, Input $input): array
    {
        return InputTypes::of($option)?->problems($input) ?? [];
    }
}
