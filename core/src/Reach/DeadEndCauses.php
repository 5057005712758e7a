<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;

/**
 * Dead ends by cause: each is counted under the first of missing row, sold-out row, and something sold out that
 * was chosen. Each cause is a set of combinations of a setup changed so that this set is what is asked for.
 */
final class DeadEndCauses
{
    /** @var array<string, Listing> */
    private array $listings = [];

    public function __construct(private readonly Reach $reach)
    {
    }

    public function count(TrapCause $cause): \GMP
    {
        if (TrapCause::SoldOutValue === $cause && $this->reach->isItemStocked()) {
            // The rest, without another setup that has to be compiled.
            return gmp_sub($this->reach->deadEnds(), gmp_add($this->count(TrapCause::MissingRow), $this->count(TrapCause::SoldOutRow)));
        }

        return $this->listing($cause)?->total() ?? gmp_init(0);
    }

    public function first(TrapCause $cause): ?State
    {
        $listing = 0 === gmp_sign($this->count($cause)) ? null : $this->listing($cause);

        return null === $listing || 0 === gmp_sign($listing->total()) ? null : $listing->at(gmp_init(0));
    }

    private function listing(TrapCause $cause): ?Listing
    {
        $setup = $this->reach->setup;
        if (TrapCause::NoAnswer === $cause || (null === $setup->variants && TrapCause::SoldOutValue !== $cause)) {
            return null;
        }

        return $this->listings[$cause->value] ??= match ($cause) {
            // With all stock forgotten, only rows that are not there are left to close a form.
            TrapCause::MissingRow => new Listing(new Reach($setup->withStock(false, false)), Listing::DEAD_END),
            // Where rows that are sold out are in stock, and the others sold out, what can be bought has a sold-out row.
            TrapCause::SoldOutRow => new Listing(new Reach($setup->withRowsTurned()), Listing::SELECTABLE),
            // With the stock of values forgotten, what can be bought although a guard forbids their sold-out values.
            TrapCause::SoldOutValue => new Listing(new Reach($setup->withSoldOutValuesGuarded()), Listing::WRONG_SALE),
        };
    }
}
