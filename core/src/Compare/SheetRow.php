<?php

declare(strict_types=1);

namespace Ithrel\Core\Compare;

use Brick\Math\BigDecimal;
use Ithrel\Core\Answer\State;

/**
 * One row of a price sheet beside what Ithrel works out.
 */
final readonly class SheetRow
{
    public const AGREES = 'agrees';
    public const DIFFERS = 'differs';
    /** No shopper can get there, so its price says nothing. */
    public const UNREACHABLE = 'unreachable';
    public const UNREADABLE = 'unreadable';

    /**
     * @param int $number from 1, the heading not counted
     * @param string $verdict one of the constants
     * @param list<string> $problems why it cannot be read or reached
     * @param list<string> $assumed options the sheet does not name, with what they were left at
     * @param BigDecimal|null $ours null where there is no price
     */
    public function __construct(
        public int $number,
        public string $verdict,
        public array $problems,
        public array $assumed,
        public State $state,
        public int $quantity,
        public ?BigDecimal $expected,
        public ?BigDecimal $ours,
    ) {}

    /** Expected less ours; null where one of them is not known. */
    public function difference(): ?BigDecimal
    {
        return null === $this->expected || null === $this->ours ? null : $this->expected->minus($this->ours);
    }
}
