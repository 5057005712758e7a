<?php

declare(strict_types=1);

namespace Ithrel\Core\Cart;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\AnswerProblem;
use Ithrel\Core\Answer\State;
use Ithrel\Core\Price\Quote;
use Ithrel\Core\Setup\PackageSize;

/**
 * A state looked at from all sides: what is wrong with it, what it costs, what the cart must carry.
 */
final readonly class Appraisal
{
    /**
     * @param State $state settled: hidden and forbidden answers are gone
     * @param list<AnswerProblem> $problems
     * @param BigDecimal|null $cost what the store pays for a piece; null where the document does not tell
     */
    public function __construct(
        public State $state,
        public int $quantity,
        public array $problems,
        public Quote $quote,
        public CartLine $line,
        public ?BigDecimal $cost = null,
        public ?PackageSize $size = null,
    ) {}

    public function isComplete(): bool
    {
        return [] === $this->problems;
    }
}
