<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Rehearsal\Job\MapPage;
use Ithrel\App\Rehearsal\Job\WalkPage;
use Ithrel\App\Rehearsal\Page\Browsers;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\PageTour;
use Ithrel\App\Rehearsal\Page\SalesToWatch;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Document\UnreadableDocument;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PagePrint;
use Ithrel\Core\Reach\TooLarge;
use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/**
 * What a worker does in a browser but for checks: maps the page of an item, walks it, looks whether it is as it was.
 */
final readonly class PageWork
{
    private const MOST_WALKS = 4;

    public function __construct(
        private JobInHand $job,
        private ItemPages $pages,
        private Rehearsals $rehearsals,
        private Plans $plans,
        private CompiledSetups $compiled,
        private ShopSettings $shops,
        private Browsers $browsers,
        private StoredRuns $runs,
        private LoggerInterface $log,
    ) {}

    #[AsMessageHandler]
    public function map(MapPage $job): void
    {
        $hold = $this->job->hold(...);
        $page = $this->pages->find($job->page);
        if (null === $page || ItemPage::WAITING !== $page->state()) {
            return;
        }
        $why = $this->job->whyGivenUp();
        if (null !== $why) {
            $this->pages->failed($page, $why);

            return;
        }
        $start = hrtime(true);
        try {
            $hold();
            $revision = $page->setup()->latest();
            $setup = $this->compiled->of($revision->document(), Shelf::today())->setup;
            $plan = $this->plans->of($revision, Shelf::today());
            $this->shops->page($page->address(), $page->shop()->hosts());
            $pilot = $this->browsers->pilot($page->shop()->hosts(), $hold);
            $mapper = new PageMapper(
                $pilot,
                $setup,
                $plan,
                $page->address(),
                $this->browsers->folder(),
                $page->shop()->mayOrder(),
            );
            $map = $mapper->map();
            $stages = (new PageTour($pilot, $mapper->shopper, $map))->walk($mapper->sale);
            $this->pages->mapped($page, $map, $stages, intdiv((int) (hrtime(true) - $start), 1_000_000_000));
        } catch (NoAnswer | UnreadableDocument | TooLarge $e) {
            $this->browsers->end();
            $this->pages->failed($page, $e->getMessage());
        } catch (\Throwable $e) {
            $this->log->error('A page could not be mapped.', ['exception' => $e]);
            $this->browsers->end();
            $this->pages->failed($page, 'Something went wrong in Ithrel, not in the shop: ' . $e->getMessage());
        }
    }

    /**
     * Walks a page by its map, as a person mended it, so that she sees at once what is read there now.
     */
    #[AsMessageHandler]
    public function walk(WalkPage $job): void
    {
        $hold = $this->job->hold(...);
        $page = $this->pages->find($job->page);
        if (null === $page || ItemPage::TRYING !== $page->state()) {
            return;
        }
        $stages = [];
        try {
            $revision = $page->setup()->latest();
            $setup = $this->compiled->of($revision->document(), Shelf::today())->setup;
            $plan = $this->plans->of($revision, Shelf::today());
            $this->shops->page($page->address(), $page->shop()->hosts());
            // What is mended while it is walked is walked too, but not without end.
            for (
                $walk = 0;
                $walk < self::MOST_WALKS &&
                null === $this->job->whyGivenUp() &&
                (0 === $walk || $this->pages->isMendedSince($page));
                ++$walk
            ) {
                $hold();
                $map = PageMap::fromArray($page->map() ?? [], $page->address());
                $pilot = $this->browsers->pilot($page->shop()->hosts(), $hold);
                $stages = (new PageTour(
                    $pilot,
                    new Shopper($pilot, $setup, $map, $this->browsers->folder()),
                    $map,
                ))->walk(SalesToWatch::of($setup, $plan, $map)[0] ?? null);
            }
        } catch (NoAnswer | UnreadableDocument | TooLarge $e) {
            // The pictures stay those of before; the map is what she said.
            $this->browsers->end();
        } catch (\Throwable $e) {
            $this->log->error('A mended map could not be tried.', ['exception' => $e]);
            $this->browsers->end();
        }
        $this->pages->toured($page, $stages);
    }

    /**
     * Keeps how the page opens, the first time; later, whether it still opens so.
     *
     * @throws NoAnswer
     */
    public function look(Rehearsal $rehearsal): void
    {
        $hold = $this->job->hold(...);
        $hold();
        $run = $this->runs->of($rehearsal);
        $pilot = $this->browsers->pilot($run->hosts, $hold);
        $opened = $pilot->newShopper($run->address);
        if (null === $rehearsal->opening()) {
            $this->rehearsals->opened($rehearsal, PagePrint::of($opened, $pilot->newShopper($run->address)));
        } else {
            $this->rehearsals->looked($rehearsal, PagePrint::fromArray($rehearsal->opening())->isOf($opened));
        }
    }
}
