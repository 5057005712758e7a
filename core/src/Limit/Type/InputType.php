<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Limit\AnswerProblem;
use Ithrel\Core\Limit\Input;

/**
 * A kind of input with the limits of one option: how it is typed, what may be wrong with it, and answers that it takes.
 */
interface InputType
{
    /**
     * What was typed as an input; null where it is none of this kind. Blanks alone are no answer, and not asked of it.
     */
    public function parse(string $typed): ?Input;

    /**
     * @return array{string, string} code of the problem where something is no such input, and what was expected, in
     *                               words
     */
    public function unreadable(): array;

    /**
     * What the limits have against an input.
     *
     * @return list<AnswerProblem>
     */
    public function problems(Input $input): array;

    /** An input that stands for "answered"; null where the limits leave none. */
    public function ordinary(int $today): ?Input;

    /**
     * Answers such as a careful tester types, the most telling first; the limits need not take all of them.
     *
     * @return list<Input>
     */
    public function samples(): array;

    /** Why no input passes, in words, where that is so. */
    public function whyImpossible(): string;
}
