<?php

declare(strict_types=1);

namespace Ithrel\Core\Reach;

use Ithrel\Core\Answer\State;

/**
 * Dead ends by cause: each is counted under the first of missing row, sold-out row, and something sold out that
 * was chosen. What rows lack is told by the one component that matches them. Where there is none, and of sold-out
 * values, a cause is a set of combinations of a setup changed so that this set is what is asked for.
 */
final class DeadEndCauses
{
    /** @var array<string, Reach> */
    private array $changed = [];

    private ?RowEnds $ofRows = null;

    public function __construct(private readonly Reach $reach) {}

    public function count(TrapCause $cause): \GMP
    {
        if (!$this->mayBe($cause)) {
            return gmp_init(0);
        }

        return match ($cause) {
            TrapCause::MissingRow => $this->ofRows()?->count($cause) ?? $this->changed($cause)->deadEnds(),
            TrapCause::SoldOutRow => $this->ofRows()?->count($cause) ?? $this->changed($cause)->selectable(),
            // The rest, without another setup that has to be compiled.
            default => $this->reach->isItemStocked()
                ? gmp_sub(
                    $this->reach->deadEnds(),
                    gmp_add($this->count(TrapCause::MissingRow), $this->count(TrapCause::SoldOutRow)),
                )
                : $this->changed($cause)->wrongSales(),
        };
    }

    /** Rows hang on one component alone; null where they hang on none, or not on it as a whole. */
    private function ofRows(): ?RowEnds
    {
        return $this->ofRows ??= RowEnds::of($this->reach);
    }

    public function first(TrapCause $cause): ?State
    {
        if (0 === gmp_sign($this->count($cause))) {
            return null;
        }
        $ofRows = TrapCause::SoldOutValue === $cause ? null : $this->ofRows();
        if (null !== $ofRows) {
            return $ofRows->first($cause);
        }
        $listing = new Listing(
            $this->changed($cause),
            match ($cause) {
                TrapCause::MissingRow => Listing::DEAD_END,
                TrapCause::SoldOutRow => Listing::SELECTABLE,
                default => Listing::WRONG_SALE,
            },
        );

        return 0 === gmp_sign($listing->total()) ? null : $listing->at(gmp_init(0));
    }

    private function mayBe(TrapCause $cause): bool
    {
        return TrapCause::NoAnswer !== $cause &&
            (null !== $this->reach->setup->variants || TrapCause::SoldOutValue === $cause);
    }

    /** The setup changed so that the combinations of one cause are a set of its own. */
    private function changed(TrapCause $cause): Reach
    {
        $setup = $this->reach->setup;

        return $this->changed[$cause->value] ??= new Reach(
            match ($cause) {
                // With all stock forgotten, only rows that are not there are left to close a form.
                TrapCause::MissingRow => $setup->withStock(false, false),
                // Where rows that are sold out are in stock, and the others sold out, what can be bought has a sold-out
                // row.
                TrapCause::SoldOutRow => $setup->withRowsTurned(),
                // With the stock of values forgotten, what can be bought although a guard forbids their sold-out
                // values.
                default => $setup->withSoldOutValuesGuarded(),
            },
        );
    }
}
