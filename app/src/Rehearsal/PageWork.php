<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal;

use Ithrel\App\Queue\Job;
use Ithrel\App\Rehearsal\Page\Browsers;
use Ithrel\App\Rehearsal\Page\Camera;
use Ithrel\App\Rehearsal\Page\PageDoor;
use Ithrel\App\Rehearsal\Page\PageMapper;
use Ithrel\App\Rehearsal\Page\PageTour;
use Ithrel\App\Rehearsal\Page\SalesToWatch;
use Ithrel\App\Rehearsal\Page\Shopper;
use Ithrel\App\Store\CompiledSetups;
use Ithrel\App\Store\ItemPage;
use Ithrel\App\Store\Pictures;
use Ithrel\App\Store\Rehearsal;
use Ithrel\App\Store\Shelf;
use Ithrel\Core\Compare\CheckComparison;
use Ithrel\Core\Compare\Difference;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PagePrint;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Reach\TooLarge;
use Ithrel\Core\Setup\Setup;
use Ithrel\Core\Setup\UnreadableDocument;
use Psr\Log\LoggerInterface;

/**
 * What a worker does in a browser: maps the page of an item, and tries checks on it.
 */
final class PageWork
{
    private const MOST_WALKS = 4;

    /** @var array{string, PageMap, Setup, int}|null of the run that was worked on last; pause in milliseconds */
    private ?array $present = null;

    public function __construct(private readonly ItemPages $pages, private readonly Rehearsals $rehearsals, private readonly Plans $plans, private readonly CompiledSetups $compiled, private readonly Pictures $pictures, private readonly ShopSettings $shops, private readonly Browsers $browsers, private readonly LoggerInterface $log)
    {
    }

    /**
     * @param \Closure(): void $hold tells that it goes on
     */
    public function map(Job $job, \Closure $hold): void
    {
        $page = $this->pages->find($job->run);
        if (null === $page || ItemPage::WAITING !== $page->state()) {
            return;
        }
        if ($job->tries > Job::MOST_TRIES) {
            $this->pages->failed($page, sprintf('It was begun %d times, and each time the worker ended before it was done.', $job->tries - 1));

            return;
        }
        $start = hrtime(true);
        try {
            $hold();
            $revision = $page->setup()->latest();
            $setup = $this->compiled->of($revision->document(), Shelf::today())->setup;
            $plan = $this->plans->of($revision, Shelf::today(), Plans::SECONDS_OF_WORKER);
            $this->shops->page($page->address(), $page->shop()->hosts());
            $pilot = $this->browsers->pilot($page->shop()->hosts(), $hold);
            $mapper = new PageMapper($pilot, $setup, $plan, $page->address(), $this->browsers->folder(), $page->shop()->mayOrder());
            $map = $mapper->map();
            $stages = (new PageTour($pilot, $mapper->shopper, $map))->walk($mapper->sale);
            $this->pages->mapped($page, $map, $stages, intdiv((int) (hrtime(true) - $start), 1_000_000_000));
        } catch (NoAnswer|UnreadableDocument|TooLarge $e) {
            $this->browsers->end();
            $this->pages->failed($page, $e->getMessage());
        } catch (\Throwable $e) {
            $this->log->error('A page could not be mapped.', ['exception' => $e]);
            $this->browsers->end();
            $this->pages->failed($page, 'Something went wrong in Ithrel, not in the shop: '.$e->getMessage());
        }
    }

    /**
     * Walks a page by its map, as a person mended it, so that she sees at once what is read there now.
     *
     * @param \Closure(): void $hold tells that it goes on
     */
    public function tour(Job $job, \Closure $hold): void
    {
        $page = $this->pages->find($job->run);
        if (null === $page || ItemPage::TRYING !== $page->state()) {
            return;
        }
        $stages = [];
        try {
            $revision = $page->setup()->latest();
            $setup = $this->compiled->of($revision->document(), Shelf::today())->setup;
            $plan = $this->plans->of($revision, Shelf::today(), Plans::SECONDS_OF_WORKER);
            $this->shops->page($page->address(), $page->shop()->hosts());
            // What is mended while it is walked is walked too, but not without end.
            for ($walk = 0; $walk < self::MOST_WALKS && $job->tries <= Job::MOST_TRIES && (0 === $walk || $this->pages->isMendedSince($page)); ++$walk) {
                $hold();
                $map = PageMap::fromArray($page->map() ?? [], $page->address());
                $pilot = $this->browsers->pilot($page->shop()->hosts(), $hold);
                $stages = (new PageTour($pilot, new Shopper($pilot, $setup, $map, $this->browsers->folder()), $map))->walk(SalesToWatch::of($setup, $plan, $map)[0] ?? null);
            }
        } catch (NoAnswer|UnreadableDocument|TooLarge $e) {
            // The pictures stay those of before; the map is what she said.
            $this->browsers->end();
        } catch (\Throwable $e) {
            $this->log->error('A mended map could not be tried.', ['exception' => $e]);
            $this->browsers->end();
        }
        $this->pages->toured($page, $stages);
    }

    /**
     * @param \Closure(): void $hold
     *
     * @throws NoAnswer
     */
    public function check(Rehearsal $rehearsal, Check $check, \Closure $hold): void
    {
        $start = hrtime(true);
        $since = static fn (): int => intdiv((int) (hrtime(true) - $start), 1_000_000);
        $hold();
        [, $map, $setup, $pause] = $this->of($rehearsal);
        $page = $this->pages->find($rehearsal->page() ?? '');
        $pilot = $this->browsers->pilot($page?->shop()->hosts() ?? [ShopAddress::hostOf($map->address)], $hold);
        $camera = new Camera($pilot, $map);
        $door = new PageDoor($pilot, $setup, $map, new Shopper($pilot, $setup, $map, $this->browsers->folder()), $rehearsal->mayOrder(), $camera);
        try {
            [$found, $unseen] = $door->try($check);
            $differences = (new CheckComparison($setup))->differences($check, $found);
            $this->rehearsals->found($rehearsal, $check->number, $found, $differences, $since(), $unseen, [] === $differences ? [] : $this->kept($rehearsal, $camera, $check, $differences));
        } catch (NotTried $e) {
            $this->rehearsals->notTried($rehearsal, $check->number, $e->getMessage());
        } catch (NoAnswer $e) {
            $camera->take('stopped');
            $this->rehearsals->noAnswer($rehearsal, $check->number, $e->getMessage(), $since(), $this->kept($rehearsal, $camera, $check, []));
            // What a browser was left with by a page that does not come to rest is nothing for the next check.
            $this->browsers->end();
        }
        usleep(1_000 * $pause);
    }

    /**
     * Keeps how the page opens, the first time; later, whether it still opens so.
     *
     * @param \Closure(): void $hold
     *
     * @throws NoAnswer
     */
    public function look(Rehearsal $rehearsal, \Closure $hold): void
    {
        $hold();
        [, $map] = $this->of($rehearsal);
        $page = $this->pages->find($rehearsal->page() ?? '');
        $pilot = $this->browsers->pilot($page?->shop()->hosts() ?? [ShopAddress::hostOf($map->address)], $hold);
        $opened = $pilot->newShopper($map->address);
        if (null === $rehearsal->opening()) {
            $this->rehearsals->opened($rehearsal, PagePrint::of($opened, $pilot->newShopper($map->address)));
        } else {
            $this->rehearsals->looked($rehearsal, PagePrint::fromArray($rehearsal->opening())->isOf($opened));
        }
    }

    /** Nothing waits for a browser. */
    public function rest(): void
    {
        $this->browsers->rest();
    }

    /**
     * @param list<Difference> $differences
     *
     * @return list<array<string, mixed>>
     */
    private function kept(Rehearsal $rehearsal, Camera $camera, Check $check, array $differences): array
    {
        return $this->pictures->checks($rehearsal->id()) >= Pictures::MOST_CHECKS ? [] : $camera->keep($this->pictures, $rehearsal->id(), $check, $differences);
    }

    /**
     * @return array{string, PageMap, Setup, int}
     */
    private function of(Rehearsal $rehearsal): array
    {
        if (null === $this->present || $this->present[0] !== $rehearsal->id()) {
            $setup = $this->compiled->of($rehearsal->revision()->document(), $rehearsal->today())->setup;
            $page = $this->pages->find($rehearsal->page() ?? '');
            $this->present = [$rehearsal->id(), PageMap::fromArray($rehearsal->map() ?? [], $rehearsal->address() ?? ''), $setup, $page?->shop()->pause() ?? 0];
        }

        return $this->present;
    }
}
