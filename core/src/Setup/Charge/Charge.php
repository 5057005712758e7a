<?php

declare(strict_types=1);

namespace Ithrel\Core\Setup\Charge;

/**
 * A price effect. Its place is a JSON Pointer; per line means once a cart line instead of once a piece.
 *
 * Whoever tells charges apart names every kind of them, or fails the static analysis.
 *
 * @phpstan-sealed FixedCharge|PercentCharge|CountedCharge|FormulaCharge|ReplaceCharge|TierCharge
 */
abstract readonly class Charge
{
    public function __construct(public string $at, public bool $perLine) {}

    /** The word of the document for this form. */
    abstract public function how(): string;
}
