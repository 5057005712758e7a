<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\CarriedEntries;
use Ithrel\Core\Page\EntriesPlace;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\Observation;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\PlaceLearner;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Plan;
use Ithrel\Core\Setup\Kind;
use Ithrel\Core\Setup\Option;
use Ithrel\Core\Setup\Setup;

/**
 * Proposes the map of a shop's pages: matches options to controls, learns amounts and lines by what a few sales must
 * show.
 */
final class PageMapper
{
    /** Sales that are tried until the shop takes some. */
    private const MOST_TRIED = 9;

    /** Sales that the shop has to take, so that what changes in its cart can be told from what does not. */
    private const LEAST_TAKEN = 2;

    private PageMap $map;

    /** The first sale that was watched; null where none could be made. */
    public ?Check $sale = null;

    public readonly Shopper $shopper;

    private readonly WaysThrough $ways;

    private readonly ControlSearch $controls;

    public function __construct(
        private readonly Pilot $pilot,
        private readonly Setup $setup,
        private readonly Plan $plan,
        string $address,
        string $folder,
        private readonly bool $orders,
    ) {
        $this->map = new PageMap($address);
        $this->shopper = new Shopper($pilot, $setup, $this->map, $folder, true);
        $this->ways = new WaysThrough($pilot, $setup, $this->map, $this->shopper);
        $this->controls = new ControlSearch($pilot, $setup, $plan, $this->map, $this->shopper, $this->ways);
    }

    /**
     * @throws NoAnswer where the page cannot be opened or does not come to rest
     */
    public function map(): PageMap
    {
        $this->shopper->open();
        $this->controls->match();
        if (
            [] === $this->map->options &&
            [] !== array_filter($this->setup->options, static fn(Option $o): bool => Kind::Note !== $o->kind)
        ) {
            // Nothing can open what would lead further.
            $this->map->missing[] = [
                'what' => PageMap::ITEM,
                'why' => sprintf(
                    'Nothing on the page asks for any of its options. The page begins with “%s”.',
                    mb_strimwidth($this->pilot->page()->root->text(), 0, 80, '…'),
                ),
            ];

            return $this->map;
        }
        $this->controls->findQuantity();
        $this->controls->search();
        $this->controls->findQuantityLater();
        $this->controls->tellOptions();
        $sales = SalesToWatch::of($this->setup, $this->plan, $this->map);
        if ([] === $sales) {
            $this->map->missing[] = [
                'what' => PageMap::PRICES,
                'why' => 'The plan has no sale that can be made with the options found.',
            ];

            return $this->map;
        }
        $this->watch($sales);

        return $this->map;
    }

    /**
     * @param list<Check> $sales
     */
    private function watch(array $sales): void
    {
        $pages = $carts = $checkouts = $orders = $entries = $shown = [];
        for ($n = 0; isset($sales[$n]) || (count($sales) === $n && $this->hasOthers($sales, $carts)); ++$n) {
            $sale = $sales[$n];
            try {
                $page = $this->ways->make($sale);
            } catch (NotTried) {
                continue;
            }
            $this->sale ??= $sale;
            $line = $sale->lines[0];
            $expected = [
                'unitPrice' => $line['unitPrice'],
                'lineTotal' => $line['lineTotal'],
                'total' => $line['total'],
                'sku' => $line['sku'],
                'quantity' => (string) $line['quantity'],
                'image' => $line['image'],
                'weight' => $line['weight'],
            ];
            $pages[] = new Observation($page, $expected);
            $shown[] = [$page, $line['entries']['page'] ?? []];
            $cart = $this->ways->toCart($sale, $page);
            if (null === $cart) {
                continue;
            }
            $carts[] = new Observation($cart, $expected);
            $entries[] = array_map(static fn(array $e): string => $e['value'], $line['entries']['cart']);
            $checkout = $this->ways->toCheckout($sale, $cart);
            if (null === $checkout) {
                continue;
            }
            $checkouts[] = new Observation($checkout, $expected);
            $order = $this->orders ? $this->ways->toOrder($sale) : null;
            if (null !== $order) {
                $orders[] = new Observation($order, $expected);
            }
        }
        $this->learnPage($pages);
        $this->learnEntries($shown);
        $minor = $this->setup->currency->minorUnits;
        $name = $this->setup->item->name;
        $own = [
            'image' => $this->setup->item->image,
            'weight' => null === $this->setup->item->weight ? null : (string) $this->setup->item->weight,
        ];
        $this->map->cartLines =
            [] === $carts ? null : LinePlaces::learn($carts, $entries, $minor, $name, $this->map->drawer, $own);
        $this->map->checkoutLines =
            [] === $checkouts ? null : LinePlaces::learn($checkouts, $entries, $minor, $name, null, $own);
        $this->map->orderLines =
            [] === $orders ? null : LinePlaces::learn($orders, $entries, $minor, $name, null, $own);
        $this->tellLines(
            'cart',
            $this->map->cartLines,
            [] === $carts ? 'No page was found that shows what was added.' : null,
        );
        $this->tellLines(
            'checkout',
            $this->map->checkoutLines,
            [] === $checkouts ? 'Nothing on the cart led to a page that shows the line again.' : null,
        );
        if ($this->orders) {
            $this->tellLines(
                'order',
                $this->map->orderLines,
                [] === $orders ? 'Nothing on the checkout led to a page that shows the order.' : null,
            );
        } else {
            $this->map->missing[] = [
                'what' => 'order',
                'why' => 'Orders are not allowed in this shop (--orders allows them).',
            ];
        }
        $this->ways->findExpress($sales[0]);
    }

    /**
     * Adds a sale that answers other options than those that were tried, where one is needed: a shop may refuse what it
     * has to take. A price is told from its total by a sale of more than the least.
     *
     * @param list<Check> $sales that were tried
     * @param list<Observation> $carts of those that were taken
     */
    private function hasOthers(array &$sales, array $carts): bool
    {
        $least = $this->setup->quantity->min;
        $ofMore = array_filter(
            $carts,
            static fn(Observation $o): bool => ($o->expected['quantity'] ?? '') !== (string) $least,
        );
        $isEnough = count($carts) >= self::LEAST_TAKEN;
        if (count($sales) >= self::MOST_TRIED || ($isEnough && [] !== $ofMore)) {
            return false;
        }
        $other = SalesToWatch::other($this->plan, $this->map, $sales, $isEnough ? $least : $least - 1);
        if (null === $other) {
            return false;
        }
        $sales[] = $other;

        return true;
    }

    /**
     * @param list<Observation> $pages
     */
    private function learnPage(array $pages): void
    {
        $learner = new PlaceLearner($pages, $this->setup->currency->minorUnits, ['image' => $this->setup->item->image]);
        [$units, $totals] = $learner->pair('total');
        foreach (
            ['unitPrice' => $units, 'total' => $totals, 'image' => array_column($learner->places('image'), 0)]
            as $field => $places
        ) {
            if ([] === $places) {
                $this->map->missing[] = [
                    'what' => 'page ' . $field,
                    'why' => 'No place on the page changes when this is expected to change, and stays when it stays.',
                ];
            } else {
                $this->map->places[$field] = $places[count($places) - 1];
                $this->map->found[] = ['what' => 'page ' . $field, 'how' => $places[count($places) - 1]];
            }
        }
        if (($this->map->places['total'] ?? null) === ($this->map->places['unitPrice'] ?? '')) {
            // One amount cannot be told for both; where quantities differed it is the total, else the price of one.
            unset($this->map->places['total']);
        }
    }

    /**
     * @param list<array{
     *     PageSnapshot,
     *     list<array{label: string, value: string}>,
     * }> $shown pages, with what each has to show of the answers
     */
    private function learnEntries(array $shown): void
    {
        $place = (new EntriesPlace(new CarriedEntries($this->setup)))->learn($shown);
        if (null === $place) {
            $this->map->missing[] = [
                'what' => 'page entries',
                'why' => 'No place beside the fields shows every answer that was given.',
            ];
        } else {
            $this->map->places['entries'] = $place;
            $this->map->found[] = ['what' => 'page entries', 'how' => $place];
        }
    }

    private function tellLines(string $stage, ?LinePlaces $lines, ?string $why): void
    {
        if (null === $lines) {
            $this->map->missing[] = [
                'what' => $stage,
                'why' => $why ?? 'No place on it changes as the line is expected to change.',
            ];

            return;
        }
        $this->map->found[] = ['what' => $stage . ' line', 'how' => $lines->line];
        foreach (LinePlaces::FIELDS as $field) {
            isset($lines->fields[$field])
                ? ($this->map->found[] = ['what' => $stage . ' ' . $field, 'how' => $lines->fields[$field]])
                : ($this->map->missing[] = ['what' => $stage . ' ' . $field, 'why' => 'No place in the line says it.']);
        }
        null === $lines->total
            ? ($this->map->missing[] = ['what' => $stage . ' total', 'why' => 'No place outside of the line says it.'])
            : ($this->map->found[] = ['what' => $stage . ' total', 'how' => $lines->total]);
    }
}
