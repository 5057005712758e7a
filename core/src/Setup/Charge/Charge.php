<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

use Brick\Math\BigDecimal;
use Ithrel\Core\Formula\FormulaError;

/**
 * A price effect: what it adds, and what that hangs on. Its place is a JSON Pointer; per line means once a cart line
 * instead of once a piece.
 */
abstract readonly class Charge
{
    public function __construct(public string $at, public bool $perLine) {}

    /** The word of the document for this form. */
    abstract public function how(): string;

    /**
     * What it adds, before rounding; null where what it is taken of has no price.
     *
     * @throws FormulaError
     */
    abstract public function workings(Circumstances $in): ?Workings;

    /** The least that it adds where the base is at most this one; null where that is not seen at once. */
    abstract public function least(BigDecimal $base): ?BigDecimal;

    /** The base that it sets, and then it adds nothing; null for every other. */
    abstract public function setsBase(): ?BigDecimal;

    /** Whether what it adds hangs on the base. */
    abstract public function asksBase(): bool;

    /** Whether what it adds hangs on what other charges add. */
    abstract public function asksRunning(): bool;

    /**
     * Codes of the options whose answers it asks beside the one beside which it stands.
     *
     * @return list<string>
     */
    abstract public function asksOptions(): array;

    /**
     * The one amount that a caption would tell, with the words around it; null where there is no such amount.
     *
     * @return array{BigDecimal, string}|null
     */
    abstract public function told(): ?array;
}
