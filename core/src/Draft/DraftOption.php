<?php

declare(strict_types=1);

namespace Ithrel\Core\Draft;

use Ithrel\Core\Compare\PriceSheet;

/**
 * An option as it was read.
 */
final class DraftOption
{
    /**
     * @param array<string, Fact> $facts  path below the option ("required", "length/max") => fact
     * @param list<DraftValue>    $values
     */
    public function __construct(public Fact $label, public ?Fact $kind, public array $facts = [], public array $values = [])
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
