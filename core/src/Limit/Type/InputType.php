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

    /**
     * The field with which HTML can say the limits: its type, or "textarea", and its attributes (a null one is not
     * there). Null where nothing is typed into a field that knows limits.
     *
     * @return array{string, array<string, string|int|\Stringable|null>}|null
     */
    public function htmlField(): ?array;

    /**
     * What a browser's own form validation says of what a person typed into that field: the flags of ValidityState that
     * it raises, in the order of the standard.
     *
     * @return list<string>|null null where HTML has no attribute that says the limits, or its field cannot hold this
     */
    public function htmlFlags(string $typed): ?array;

    /** Whether HTML's field can be left empty; a field for colours, for one, always has a value. */
    public function canBeEmpty(): bool;

    /** Why no input passes, in words, where that is so. */
    public function whyImpossible(): string;
}
