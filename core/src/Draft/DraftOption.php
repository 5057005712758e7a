<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;

/**
 * An option as it was read.
 */
final class DraftOption
{
    /** Whether a sheet of a setup's own options told it: then it has the values that it has, faults and all. */
    public bool $isExact = false;

    /**
     * @param array<string, Fact>   $facts  path below the option ("required", "length/max") => fact
     * @param list<DraftValue>      $values
     * @param array<string, string> $blank  path => place of a cell that is empty, where a sheet has a column for it
     */
    public function __construct(public Fact $label, public ?Fact $kind, public array $facts = [], public array $values = [], public array $blank = [])
    {
    }

    public function value(string $label): ?DraftValue
    {
        $plain = PriceSheet::plain($label);
        foreach ($this->values as $value) {
            if (PriceSheet::plain($value->label->text()) === $plain) {
                return $value;
            }
        }

        return null;
    }
}
