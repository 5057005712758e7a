<?php

declare(strict_types=1);

namespace Ithrel\Core\Price;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\AnswerProblem;

/**
 * What one state costs. An amount that depends on a charge that cannot be worked out is null.
 */
final readonly class Quote
{
    /**
     * @param string $baseAt JSON Pointer of what the base was taken from
     * @param BigDecimal|null $running the running total, before it is rounded to the unit price
     * @param list<LedgerEntry> $ledger
     * @param list<OwnLine> $ownLines
     * @param list<AnswerProblem> $problems why an amount is null
     */
    public function __construct(
        public BigDecimal $base,
        public string $baseAt,
        public ?BigDecimal $running,
        public ?BigDecimal $unitPrice,
        public ?BigDecimal $lineTotal,
        public ?BigDecimal $total,
        public array $ledger,
        public array $ownLines,
        public array $problems,
    ) {}
}
