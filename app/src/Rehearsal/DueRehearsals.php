<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\Shelf;
use Ithrel\App\Store\ShelfPage;
use Ithrel\App\Store\StoredSetup;
use Ithrel\Core\Setup\UnreadableDocument;

/**
 * Rehearses every setup whose latest revision was not rehearsed to the end, each where it was tried last.
 */
final readonly class DueRehearsals
{
    public function __construct(private ShelfPage $page, private Shelf $shelf, private Rehearsals $rehearsals, private ItemPages $pages, private ShopSettings $shops)
    {
    }

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
            } catch (NoAnswer|UnreadableDocument $e) {
                $left[] = ['title' => $setup->title(), 'why' => $e->getMessage()];
            }
        }

        return ['begun' => $begun, 'left' => $left];
    }

    /**
     * Only what has to be tried again of one setup, where it was tried last.
     *
     * @throws NoAnswer           where no shop of it is known, or it does not answer
     * @throws UnreadableDocument where its shop may not be asked any more
     */
    public function again(StoredSetup $setup): Rehearsal
    {
        return $this->one($setup, $this->rehearsals->last($setup), true);
    }

    /**
     * @throws NoAnswer           where no shop of it is known, or it does not answer
     * @throws UnreadableDocument where its shop may not be asked any more
     */
    private function one(StoredSetup $setup, ?Rehearsal $last, bool $carries = false): Rehearsal
    {
        $page = null === $last?->page() ? $this->mapped($setup) : $this->pages->find($last->page());
        $isStandIn = null !== $this->shops->standIn() && (null === $last?->address() || str_starts_with($last->address(), $this->shops->standIn().'/'));
        if (null !== $page && (null === $last || null !== $last->page())) {
            return $this->rehearsals->begin($setup, $setup->latest(), $this->shops->page($page->address(), $page->shop()->hosts()), [], Shelf::today(), $page, $carries);
        }
        if ($isStandIn) {
            // There each revision has a page of its own.
            return $this->rehearsals->begin($setup, $setup->latest(), $this->shops->address($this->shops->publish($setup->latest())), [], Shelf::today(), null, $carries);
        }
        if (null !== $last?->address()) {
            return $this->rehearsals->begin($setup, $setup->latest(), $this->shops->address($last->address()), [], Shelf::today(), null, $carries);
        }
        throw new NoAnswer('No page of it in a shop is known.', false);
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
