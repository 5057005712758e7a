<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Quote;

/**
 * A state looked at from all sides: what is wrong with it, what it costs, what the cart must carry.
 */
final readonly class Appraisal
{
    /**
     * @param State               $state    settled: hidden and forbidden answers are gone
     * @param list<AnswerProblem> $problems
     */
    public function __construct(public State $state, public int $quantity, public array $problems, public Quote $quote, public CartLine $line)
    {
    }

    public function isComplete(): bool
    {
        return [] === $this->problems;
    }
}
