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

    /** @var array<array-key, DraftValue> plain label => the first value of it; values are only ever added */
    private array $byLabel = [];

    /** Values whose label another one has already. */
    private int $doubled = 0;

    /**
     * @param array<string, Fact> $facts path below the option ("required", "length/max") => fact
     * @param list<DraftValue> $values
     * @param array<string, string> $blank path => place of a cell that is empty, where a sheet has a column for it
     */
    public function __construct(
        public Fact $label,
        public ?Fact $kind,
        public array $facts = [],
        public array $values = [],
        public array $blank = [],
    ) {}

    /** The first value of a label. */
    public function value(string $label): ?DraftValue
    {
        for ($known = count($this->byLabel) + $this->doubled; $known < count($this->values); ++$known) {
            $plain = PriceSheet::plain($this->values[$known]->label->text());
            isset($this->byLabel[$plain]) ? ++$this->doubled : ($this->byLabel[$plain] = $this->values[$known]);
        }

        return $this->byLabel[PriceSheet::plain($label)] ?? null;
    }
}
