<?php

declare(strict_types=1);

namespace Ithrel\App\Rehearsal\Page;

use Ithrel\App\Browser\Pilot;
use Ithrel\App\Rehearsal\NoAnswer;
use Ithrel\App\Rehearsal\NotTried;
use Ithrel\Core\Page\CarriedEntries;
use Ithrel\Core\Page\Control;
use Ithrel\Core\Page\EntriesPlace;
use Ithrel\Core\Page\LinePlaces;
use Ithrel\Core\Page\Observation;
use Ithrel\Core\Page\OptionMatcher;
use Ithrel\Core\Page\PageElement;
use Ithrel\Core\Page\PageMap;
use Ithrel\Core\Page\PageSnapshot;
use Ithrel\Core\Page\PlaceLearner;
use Ithrel\Core\Page\Signature;
use Ithrel\Core\Plan\Check;
use Ithrel\Core\Plan\Click;
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
    private const MOST_LINKS = 6;
    private const MOST_SEARCHES = 14;

    /** How a quantity is called, in some languages (common practice, no source). */
    public const QUANTITY = '/(?:^|[\s_\-\[])(?:qty|quantity|quantité|quantità|quantita|menge|anzahl|cantidad|quantidade|antal|aantal|antall|ilość|ilosc|количество|数量|العدد|الكمية|כמות)(?:$|[\s_\-\]:*.])/iu';

    private PageMap $map;

    /** The first sale that was watched; null where none could be made. */
    public ?Check $sale = null;

    /** @var array<string, int> code of an option => how well its control fits */
    private array $fits = [];

    public readonly Shopper $shopper;

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
    }

    /**
     * @throws NoAnswer where the page cannot be opened or does not come to rest
     */
    public function map(): PageMap
    {
        $this->shopper->open();
        $this->match();
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
        $this->findQuantity();
        $this->search();
        $this->findQuantityLater();
        $this->tellOptions();
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

    /** Matches what is on the page now; options that are known keep their controls. */
    private function match(): void
    {
        $known = array_flip($this->map->options);
        $open = array_values(
            array_filter(
                $this->setup->options,
                fn(Option $o): bool => Kind::Note !== $o->kind && !isset($this->map->options[$o->code]),
            ),
        );
        $free = array_values(
            array_filter($this->shopper->controls(), static fn(Control $c): bool => !isset($known[$c->key()])),
        );
        $free = OptionMatcher::inItsForm($open, $free, $this->looksLikeBuying(...));
        foreach (OptionMatcher::match($open, $free) as $code => [$control, $fit]) {
            $this->map->options[$code] = $control->key();
            $this->fits[$code] = $fit;
        }
        $this->matchSeconds($free);
    }

    /**
     * Finds the other control of options that are shown in two ways.
     *
     * @param list<Control> $free
     */
    private function matchSeconds(array $free): void
    {
        foreach ($this->setup->options as $option) {
            if (
                2 !== count($option->controls) ||
                !isset($this->map->options[$option->code]) ||
                isset($this->map->seconds[$option->code])
            ) {
                continue;
            }
            $others = array_values(
                array_filter(
                    $free,
                    fn(Control $c): bool => !in_array(
                        $c->key(),
                        [...array_values($this->map->options), ...array_values($this->map->seconds)],
                        true,
                    ),
                ),
            );
            foreach (OptionMatcher::match([$option], $others) as $code => [$control]) {
                $this->map->seconds[$code] = $control->key();
            }
        }
    }

    /**
     * How much a form looks like that of the item: what is known of it stands there, it asks how many, it adds to a
     * cart.
     */
    private function looksLikeBuying(PageElement $form): int
    {
        $known = array_filter(
            $this->shopper->controls(),
            fn(Control $c): bool => in_array($c->key(), $this->map->options, true) && $form->contains($c->element),
        );
        $asksHowMany = array_filter(
            $this->shopper->controls(),
            static fn(Control $c): bool => $form->contains($c->element) && Control::NUMBER === $c->kind,
        );
        $adds = array_filter(
            Buttons::buttons($this->pilot->page()),
            static fn(PageElement $b): bool => $form->contains($b) &&
                1 === preg_match(Buttons::ADD, Buttons::words($b)),
        );

        return 100 * count($known) +
            ([] === $asksHowMany ? 0 : 20) +
            ([] === $adds ? 0 : 30) +
            ('post' === strtolower($form->attribute('method') ?? '') ? 10 : 0) -
            ('search' === $form->attribute('role') ? 50 : 0);
    }

    /** Options that show only after others were answered: each is looked for on the way of a check that answers it. */
    private function search(): void
    {
        $searches = 0;
        foreach ($this->setup->options as $option) {
            if (Kind::Note === $option->kind || isset($this->map->options[$option->code])) {
                continue;
            }
            foreach ($this->plan->checks as $check) {
                $clicks = $check->visits[0];
                $codes = array_map(static fn($c): string => $c->option, $clicks);
                if (
                    !in_array($option->code, $codes, true) ||
                    isset($this->map->options[$option->code]) ||
                    $searches >= self::MOST_SEARCHES
                ) {
                    continue;
                }
                ++$searches;
                $this->shopper->open();
                try {
                    foreach ($clicks as $click) {
                        $this->match();
                        if (!isset($this->map->options[$click->option])) {
                            break;
                        }
                        $this->shopper->click($click);
                    }
                } catch (NotTried) {
                    continue;
                }
                $this->match();
                $this->findQuantity();
            }
        }
    }

    private function findQuantity(): void
    {
        if (null !== $this->map->quantity) {
            return;
        }
        $used = array_flip($this->map->options);
        foreach ($this->shopper->controls() as $control) {
            $words =
                $control->label .
                ' ' .
                ($control->element->attribute('name') ?? '') .
                ' ' .
                ($control->element->attribute('id') ?? '');
            if (
                !isset($used[$control->key()]) &&
                in_array($control->kind, [Control::NUMBER, Control::TEXT, Control::LIST], true) &&
                1 === preg_match(self::QUANTITY, $words)
            ) {
                $this->map->quantity = $control->key();

                return;
            }
        }
        foreach ($this->shopper->controls() as $control) {
            if (
                !isset($used[$control->key()]) &&
                Control::NUMBER === $control->kind &&
                $control->element->value === (string) $this->setup->quantity->min
            ) {
                $this->map->quantity = $control->key();

                return;
            }
        }
    }

    /** A page that asks one thing after the other asks how many at the end. */
    private function findQuantityLater(): void
    {
        foreach (
            null === $this->map->quantity
                ? array_slice(SalesToWatch::of($this->setup, $this->plan, $this->map), 0, 1)
                : []
            as $sale
        ) {
            try {
                $this->make($sale);
            } catch (NotTried) {
                // Then it is asked nowhere.
            }
            $this->findQuantity();
        }
    }

    private function tellOptions(): void
    {
        foreach ($this->setup->options as $option) {
            if (Kind::Note === $option->kind) {
                continue;
            }
            $key = $this->map->options[$option->code] ?? null;
            if (null === $key) {
                $this->map->missing[] = [
                    'what' => 'option ' . $option->code,
                    'why' => sprintf('No control on the page asks for %s by name, kind and values.', $option->name()),
                ];
            } else {
                $this->map->found[] = [
                    'what' => 'option ' . $option->code,
                    'how' => sprintf('%s, fits to %d of 200', $key, $this->fits[$option->code] ?? 0),
                ];
            }
            if (2 === count($option->controls)) {
                $second = $this->map->seconds[$option->code] ?? null;
                null === $second
                    ? ($this->map->missing[] = [
                        'what' => 'second ' . $option->code,
                        'why' => sprintf(
                            '%s is to be shown in two ways (%s); one control was found.',
                            $option->name(),
                            implode(' and ', $option->controls),
                        ),
                    ])
                    : ($this->map->found[] = ['what' => 'second ' . $option->code, 'how' => $second]);
            }
        }
        null === $this->map->quantity
            ? ($this->map->missing[] = ['what' => 'quantity', 'why' => 'No field asks how many.'])
            : ($this->map->found[] = ['what' => 'quantity', 'how' => $this->map->quantity]);
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
                $page = $this->make($sale);
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
            $cart = $this->toCart($sale, $page);
            if (null === $cart) {
                continue;
            }
            $carts[] = new Observation($cart, $expected);
            $entries[] = array_map(static fn(array $e): string => $e['value'], $line['entries']['cart']);
            $checkout = $this->toCheckout($sale, $cart);
            if (null === $checkout) {
                continue;
            }
            $checkouts[] = new Observation($checkout, $expected);
            $order = $this->orders ? $this->toOrder($sale) : null;
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
        $this->findExpress($sales[0]);
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

    private function make(Check $sale): PageSnapshot
    {
        $this->shopper->open();
        foreach ($sale->visits[0] as $click) {
            if (!$this->shopper->click($click)) {
                throw new NotTried(sprintf('The page did not take %s.', $click->words));
            }
        }
        $this->shopper->quantity($sale->quantity[0]);

        return $this->pilot->page();
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

    private function toCart(Check $sale, PageSnapshot $page): ?PageSnapshot
    {
        if (null !== $this->map->add) {
            $button = $this->shopper->button($this->map->add);
            if (null === $button || Buttons::isDisabled($button)) {
                return null;
            }
            $after = $this->pilot->click($button);
            $cart = null === $this->map->cart ? $after : $this->pilot->visit($this->map->cart);

            // A cart that does not show it did not take it.
            return Evidence::of($cart, $sale, $this->setup->item->name) ? $cart : null;
        }
        foreach ($this->adding($page) as $key) {
            // The page was opened anew since they were looked for.
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button) {
                continue;
            }
            $product = $this->pilot->address();
            $after = $this->pilot->click($button);
            $cart = $this->cartAfter($sale, $page, $after, $product);
            if (null !== $cart) {
                $this->map->add = $key;
                $this->map->missing = array_values(
                    array_filter($this->map->missing, static fn(array $m): bool => 'add button' !== $m['what']),
                );
                $this->map->found[] = ['what' => 'add button', 'how' => Buttons::words($button)];

                return $cart;
            }
            $this->make($sale);
        }
        $missing = ['what' => 'add button', 'why' => 'No button on the page led to a cart that shows the item.'];
        if (!in_array($missing, $this->map->missing, true)) {
            $this->map->missing[] = $missing;
        }

        return null;
    }

    /**
     * Keys of buttons that may add to the cart, the most likely first.
     *
     * @return list<string>
     */
    private function adding(PageSnapshot $page): array
    {
        $known = array_map(fn(string $key): ?Control => $this->shopper->byKey($key), [
            ...array_values($this->map->options),
            $this->map->quantity ?? '',
        ]);
        $controls = array_values(array_filter($known, static fn(?Control $c): bool => null !== $c));
        $form = ($controls[0] ?? null)?->element->closest(static fn(PageElement $e): bool => 'form' === $e->tag);
        $ranked = [];
        foreach (Buttons::buttons($page) as $n => $button) {
            $words = Buttons::words($button);
            $worth = -$n;
            $worth += null !== $form && $form->contains($button) ? 40 : 0;
            $worth += 1 === preg_match(Buttons::ADD, $words) ? 30 : 0;
            $worth +=
                'submit' === strtolower($button->attribute('type') ?? ('button' === $button->tag ? 'submit' : ''))
                    ? 10
                    : 0;
            $worth -= 1 === preg_match(Buttons::ASIDE, $words) ? 60 : 0;
            $worth -= 1 === preg_match(Buttons::EXPRESS, $words) ? 25 : 0;
            $worth -= Buttons::isAside($button) ? 50 : 0;
            $isOfOption =
                [] !==
                array_filter(
                    $controls,
                    static fn(Control $c): bool => $c->element === $button ||
                        [] !== array_filter($c->items, static fn($i): bool => $i->element === $button),
                );
            if ($worth > -40 && !$isOfOption && !Buttons::isDisabled($button)) {
                $ranked[] = [$worth, Buttons::key($button)];
            }
        }
        usort($ranked, static fn(array $a, array $b): int => $b[0] <=> $a[0]);

        return array_slice(array_values(array_unique(array_column($ranked, 1))), 0, 4);
    }

    /**
     * The cart after something was added: the page that followed, one that a link leads to, or what opened beside the
     * item.
     */
    private function cartAfter(Check $sale, PageSnapshot $before, PageSnapshot $after, string $product): ?PageSnapshot
    {
        $item = $this->setup->item->name;
        $here = $this->pilot->address();
        if (
            self::path($here) !== self::path($product) &&
            Evidence::of($after, $sale, $item) &&
            !$this->asksAgain($sale)
        ) {
            $this->map->cart = $here;

            return $after;
        }
        $drawer = self::opened($after, $before);
        // A page that came anew with what it asks for did not open anything beside it.
        if (
            null !== $drawer &&
            !$this->isAround($drawer) &&
            self::path($here) === self::path($product) &&
            Evidence::in($drawer, $sale, $item)
        ) {
            $this->map->drawer = Signature::of($drawer);

            return $after;
        }
        $ranked = [];
        foreach (Buttons::links($after) as $n => $link) {
            $href = $this->full($link->attribute('href') ?? '', $here);
            if (null === $href || self::path($href) === self::path($product)) {
                continue;
            }
            $worth =
                (1 === preg_match(Buttons::CART, Buttons::words($link) . ' ' . $href) ? 50 : 0) +
                (null !==
                $link->closest(
                    static fn(PageElement $e): bool => in_array(
                        $e->attribute('role'),
                        ['dialog', 'alert', 'status'],
                        true,
                    ) || 'dialog' === $e->tag,
                )
                    ? 40
                    : 0) -
                $n;
            $ranked[$href] = max($ranked[$href] ?? -999, $worth);
        }
        arsort($ranked);
        foreach (array_slice(array_keys($ranked), 0, self::MOST_LINKS) as $href) {
            $page = $this->pilot->visit($href);
            if (
                Evidence::of($page, $sale, $item) &&
                [] === array_filter($this->map->options, fn(string $key): bool => null !== $this->shopper->byKey($key))
            ) {
                $this->map->cart = $href;

                return $page;
            }
        }

        return null;
    }

    /** Whether something holds a control of the item's options. */
    private function isAround(PageElement $element): bool
    {
        $controls = array_map(fn(string $key): ?Control => $this->shopper->byKey($key), $this->map->options);

        return [] !==
            array_filter($controls, static fn(?Control $c): bool => null !== $c && $element->contains($c->element));
    }

    /**
     * Whether the page asks for all that a sale answered: it is the item's page again, with a refusal at another
     * address.
     */
    private function asksAgain(Check $sale): bool
    {
        $keys = array_filter(
            array_map(fn(Click $click): ?string => $this->map->options[$click->option] ?? null, $sale->visits[0]),
            is_string(...),
        );

        return [] !== $keys &&
            [] === array_filter($keys, fn(string $key): bool => null === $this->shopper->byKey($key));
    }

    /** What opened beside the item: a dialog, or whatever is shown that was not there before. */
    private static function opened(PageSnapshot $after, PageSnapshot $before): ?PageElement
    {
        $old = [];
        foreach ($before->all() as $element) {
            if ($element->isShown) {
                $old[$element->id] = true;
            }
        }
        $opened = null;
        foreach ($after->all() as $element) {
            if ('#text' === $element->tag || !$element->isShown || isset($old[$element->id])) {
                continue;
            }
            if ('dialog' === $element->tag || in_array($element->attribute('role'), ['dialog', 'alertdialog'], true)) {
                return $element;
            }
            $opened ??= $element;
        }

        return $opened;
    }

    private function toCheckout(Check $sale, PageSnapshot $cart): ?PageSnapshot
    {
        $isThere = fn(PageSnapshot $page): bool => Evidence::of($page, $sale, $this->setup->item->name);
        if (null !== $this->map->toCheckout) {
            $button = Buttons::find($cart, $this->map->toCheckout);

            return null === $button ? null : Ordering::goOn($this->pilot, $this->pilot->click($button), $isThere);
        }
        $ranked = [];
        $here = $this->pilot->address();
        foreach ([...Buttons::links($cart), ...Buttons::buttons($cart)] as $n => $button) {
            $words = Buttons::words($button);
            $href = $this->full($button->attribute('href') ?? '', $here);
            if (
                1 === preg_match(Buttons::ASIDE, $words) ||
                ('a' === $button->tag &&
                    (null === $href ||
                        in_array(self::path($href), [self::path($here), self::path($this->map->address)], true)))
            ) {
                continue;
            }
            $worth =
                (1 === preg_match(Buttons::CHECKOUT, $words . ' ' . ($href ?? '')) ? 60 : 0) +
                ('a' === $button->tag ? 5 : 0) -
                (null !==
                $button->closest(
                    static fn(PageElement $e): bool => in_array($e->tag, ['header', 'nav', 'footer'], true),
                )
                    ? 40
                    : 0);
            $ranked[] = [$worth, -$n, Buttons::key($button)];
        }
        rsort($ranked);
        foreach (array_slice($ranked, 0, 4) as [$worth, , $key]) {
            if ($worth < 0) {
                continue;
            }
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button) {
                continue;
            }
            $after = $this->pilot->click($button);
            // Elsewhere, or at the same address where the page is made anew without that button.
            if ($this->isElsewhere($after, $here, $key)) {
                $after = Ordering::goOn($this->pilot, $after, $isThere);
            }
            if (null !== $after && $this->isElsewhere($after, $here, $key) && $isThere($after)) {
                $this->map->toCheckout = $key;
                $this->map->found[] = ['what' => 'way to the checkout', 'how' => Buttons::words($button)];

                return $after;
            }
            null === $this->map->cart
                ? $this->toCart($sale, $this->make($sale))
                : $this->pilot->visit($this->map->cart);
        }

        return null;
    }

    private function isElsewhere(PageSnapshot $page, string $here, string $button): bool
    {
        return self::path($this->pilot->address()) !== self::path($here) || null === Buttons::find($page, $button);
    }

    private function toOrder(Check $sale): ?PageSnapshot
    {
        $after = Ordering::place($this->pilot);

        return null !== $after && Evidence::of($after, $sale, $this->setup->item->name) ? $after : null;
    }

    private function findExpress(Check $sale): void
    {
        $places = $this->map->checkoutLines;
        if (null === $places) {
            return;
        }
        try {
            $page = $this->make($sale);
        } catch (NotTried) {
            return;
        }
        foreach ($this->adding($page) as $key) {
            $button = Buttons::find($this->pilot->page(), $key);
            if (null === $button || $key === $this->map->add) {
                continue;
            }
            $after = $this->pilot->click($button);
            if (self::path($this->pilot->address()) !== self::path($this->map->address)) {
                $after =
                    Ordering::goOn(
                        $this->pilot,
                        $after,
                        static fn(PageSnapshot $p): bool => [] !== $places->lines($p),
                    ) ?? $after;
            }
            if (
                self::path($this->pilot->address()) !== self::path($this->map->address) &&
                Evidence::of($after, $sale, $this->setup->item->name) &&
                [] !== $places->lines($after)
            ) {
                $this->map->express = $key;
                $this->map->found[] = ['what' => 'express button', 'how' => Buttons::words($button)];

                return;
            }
            $this->make($sale);
        }
        $this->map->missing[] = ['what' => 'express button', 'why' => 'No other button led straight to the checkout.'];
    }

    private function full(string $href, string $from): ?string
    {
        if ('' === $href || 1 === preg_match('/^(?:#|javascript:|mailto:|tel:)/i', $href)) {
            return null;
        }
        $full = \Symfony\Component\DomCrawler\UriResolver::resolve($href, $from);

        return parse_url($full, PHP_URL_HOST) === parse_url($this->map->address, PHP_URL_HOST) ? $full : null;
    }

    private static function path(string $address): string
    {
        return rtrim((string) parse_url($address, PHP_URL_HOST) . (string) parse_url($address, PHP_URL_PATH), '/');
    }
}
