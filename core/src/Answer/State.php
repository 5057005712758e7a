<?php

declare(strict_types=1);

namespace Ithrel\Core\Answer;

use Brick\Math\BigDecimal;
use Ithrel\Core\Limit\Input;
use Ithrel\Core\Setup\Condition\Answers;

/**
 * The answers given so far. A choice's answer is the sorted list of its picked values' positions
 * (one for a pick, [0] for a flag that is yes); an option without an answer is left out.
 */
final readonly class State implements Answers
{
    /**
     * @param array<int, non-empty-list<int>|Input> $answers by option position, in display order
     */
    public function __construct(public array $answers = []) {}

    /**
     * @param non-empty-list<int>|Input|null $answer null takes the answer away
     */
    public function with(int $option, array|Input|null $answer): self
    {
        $answers = $this->answers;
        if (null === $answer) {
            unset($answers[$option]);
        } else {
            $answers[$option] = $answer;
            ksort($answers);
        }

        return new self($answers);
    }

    public function has(int $option): bool
    {
        return isset($this->answers[$option]);
    }

    /**
     * @return list<int> positions of the picked values; empty for inputs and without an answer
     */
    public function picked(int $option): array
    {
        $answer = $this->answers[$option] ?? [];

        return is_array($answer) ? $answer : [];
    }

    public function input(int $option): ?Input
    {
        $answer = $this->answers[$option] ?? null;

        return $answer instanceof Input ? $answer : null;
    }

    public function number(int $option): ?BigDecimal
    {
        return $this->input($option)?->number;
    }

    /** Equal states have equal keys. */
    public function key(): string
    {
        $key = '';
        foreach ($this->answers as $option => $answer) {
            $key .= $option . '=' . (is_array($answer) ? implode('+', $answer) : $answer->key()) . ';';
        }

        return $key;
    }
}
