<?php

declare(strict_types=1);

namespace Ithrel\Core\Limit\Type;

use Ithrel\Core\Document\Place;
use Ithrel\Core\Document\Reading;
use Ithrel\Core\Limit\Candidates;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Limit\LimitProblem;
use Ithrel\Core\Limit\Measured;

/**
 * A kind of input with the limits of one option: how it is written in a document and typed, what may be wrong with it,
 * and answers that are worth trying. There is one where the document sets no limits, too.
 */
interface InputType
{
    public static function read(Place $option, Reading $reading): self;

    /** What is filled in beforehand, as it is typed; null where nothing is, or nothing can be. */
    public static function default(Place $option, Reading $reading): ?string;

    /**
     * How each limit is written in a cell: "text", "whole", "decimal", a "list" of texts or of "wholes".
     *
     * @return array<string, string> by its path below the option
     */
    public static function cells(): array;

    /**
     * What each limit is called.
     *
     * @return array<string, string> by its key, with %s for the option: "the length of %s"
     */
    public static function places(): array;

    /** What a formula may ask of an answer beside figures; null where nothing. */
    public static function measured(): ?Measured;

    /** The same kind, taking anything; what is measured stays. */
    public function open(): self;

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
     * What the limits have against an input, in the order in which problems are told.
     *
     * @return list<LimitProblem>
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

    /**
     * Answers at the edges of the limits, for a boundary sheet.
     *
     * @param int $today day number
     * @param list<string> $given answers that a tester gave as fitting
     */
    public function candidates(Candidates $to, int $today, array $given): void;

    /** Why no input passes, in words, where that is so. */
    public function whyImpossible(): string;
}
