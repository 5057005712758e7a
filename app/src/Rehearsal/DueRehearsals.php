<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\ShelfPage;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Plan\Check;

/**
 * Rehearses every setup whose latest revision was not rehearsed to the end, each where it was tried last.
 */
final readonly class DueRehearsals
{
    public function __construct(
        private ShelfPage $page,
        private Shelf $shelf,
        private Rehearsals $rehearsals,
        private ItemPages $pages,
        private ShopSettings $shops,
        private Plans $plans,
    ) {}

    /**
     * @return array{begun: list<string>, left: list<array{title: string, why: string}>} titles of setups
     */
    public function begin(): array
    {
        $begun = $left = [];
        foreach ($this->page->due() as $id) {
            $setup = $this->shelf->get($id);
            $last = $this->rehearsals->last($setup);
            if (null !== $last && !$last->state()->isOver()) {
                continue;
            }
            try {
                $this->one($setup, $last);
                $begun[] = $setup->title();
            } catch (NoAnswer | UnreadableDocument $e) {
                $left[] = ['title' => $setup->title(), 'why' => $e->getMessage()];
            }
        }

        return ['begun' => $begun, 'left' => $left];
    }

    /**
     * Only what has to be tried again of one setup, where it was tried last.
     *
     * @throws NoAnswer where no shop of it is known, or it does not answer
     * @throws UnreadableDocument where its shop may not be asked any more
     */
    public function again(StoredSetup $setup): Rehearsal
    {
        return $this->one($setup, $this->rehearsals->last($setup), true);
    }

    /**
     * Of the plan of the latest revision, the checks whose result still holds where it was tried last, and those that
     * `again` would try there.
     *
     * @return array{valid: int, again: int}
     */
    public function checks(StoredSetup $setup): array
    {
        $plan = $this->plans->of($setup->latest(), Shelf::today());
        [$address, $page] = $this->place($setup, $this->rehearsals->last($setup));
        $holding = $this->rehearsals->holding($setup, $address, $page?->id());
        $valid = count(array_filter($plan->checks, static fn(Check $check): bool => isset($holding[$check->print()])));

        return ['valid' => $valid, 'again' => count($plan->checks) - $valid];
    }

    /**
     * @throws NoAnswer where no shop of it is known, or it does not answer
     * @throws UnreadableDocument where its shop may not be asked any more
     */
    private function one(StoredSetup $setup, ?Rehearsal $last, bool $carries = false): Rehearsal
    {
        [$place, $page] = $this->place($setup, $last);
        $address = match (true) {
            null === $place => throw new NoAnswer('No page of it in a shop is known.', false),
            null !== $page => $this->shops->page($place, $page->shop()->hosts()),
            $this->isStandIn($place) => $this->shops->page($this->shops->publish($setup->latest())),
            default => $this->shops->page($place),
        };

        return $this->rehearsals->begin($setup, $setup->latest(), $address, [], Shelf::today(), $page, $carries);
    }

    /**
     * Where the latest revision is tried next: where it was tried last, on its mapped page, or in the rehearsal shop,
     * where each revision has a page of its own.
     *
     * @return array{string|null, ItemPage|null} the address, and the page that a browser visits; no address where no
     *                                           shop is known
     */
    private function place(StoredSetup $setup, ?Rehearsal $last): array
    {
        $page = null === $last?->page() ? $this->mapped($setup) : $this->pages->find($last->page());
        if (null !== $page && (null === $last || null !== $last->page())) {
            return [$page->address(), $page];
        }
        $address = $last?->address();

        return [
            null === $address || $this->isStandIn($address) ? $this->shops->pageOf($setup->latest()) : $address,
            null,
        ];
    }

    private function isStandIn(string $address): bool
    {
        return null !== $this->shops->standIn() && str_starts_with($address, $this->shops->standIn() . '/');
    }

    private function mapped(StoredSetup $setup): ?ItemPage
    {
        foreach ($this->pages->of($setup) as $page) {
            if (null !== $page->map()) {
                return $page;
            }
        }

        return null;
    }
}
